// Finds items by typing: a field with what fits beneath it, over the main pane.
#pragma once

#include <QWidget>

#include "app/work/session.h"

class QLineEdit;
class QListWidget;

namespace thallos {

class FindBox : public QWidget {
    Q_OBJECT
public:
    FindBox(Session& session, QWidget* parent);
    void start(); // empty, with the focus

signals:
    void found(Id item); // Enter or a click

protected:
    bool eventFilter(QObject* object, QEvent* event) override;
    void paintEvent(QPaintEvent*) override;

private:
    void search();
    void accept();
    Session& session_;
    QLineEdit* field_;
    QListWidget* list_;
    std::vector<Id> ids_;
};

} // namespace thallos
