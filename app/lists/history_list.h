// All steps of the history; a click or Enter goes to one.
#pragma once

#include <QDialog>

#include "app/work/session.h"

class QListWidget;

namespace thallos {

class HistoryList : public QDialog {
    Q_OBJECT
public:
    HistoryList(Session& session, QWidget* parent);

private:
    void refresh();
    Session& session_;
    QListWidget* list_;
};

} // namespace thallos
