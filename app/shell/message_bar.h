// The newest message at the head of the main pane: what is good news goes by itself, trouble stays until it is
// dismissed. A click shows all messages since the start.
#pragma once

#include <QFrame>
#include <QTimer>

class QLabel;
class QPushButton;

namespace thallos {

class MessageBar : public QFrame {
    Q_OBJECT
public:
    explicit MessageBar(QWidget* parent);
    // With a folder there is a button that opens it.
    void tell(const QString& sentence, bool trouble, const QString& folder);

signals:
    void listWanted();

protected:
    void mouseReleaseEvent(QMouseEvent* event) override;

private:
    void dismiss();
    void place();
    QLabel* text_;
    QPushButton* open_;
    QString folder_;
    QString trouble_; // not yet dismissed: comes back when good news goes
    QTimer goes_;
};

// Over other windows, by the desktop's own service; nothing where there is none.
void notifyDesktop(const QString& sentence);

} // namespace thallos
