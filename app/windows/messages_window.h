// What the program has said since it was started, the newest first: messages over the picture go after a while.
#pragma once

#include <QDialog>

class QTreeWidget;

namespace thallos {

class MessagesWindow : public QDialog {
    Q_OBJECT
public:
    explicit MessagesWindow(QWidget* parent);
    // Of very many the oldest go.
    void add(const QString& sentence, bool trouble);

private:
    void copy() const;
    QTreeWidget* list_;
};

} // namespace thallos
