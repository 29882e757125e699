// What runs aside, in the top bar: its name or the time left, how far it is, and a button that stops it.
#pragma once

#include <QTimer>
#include <QWidget>

#include "app/work/jobs.h"

class QLabel;
class QProgressBar;

namespace thallos {

class JobBox : public QWidget {
    Q_OBJECT
public:
    JobBox(Jobs& jobs, QWidget* parent);

private:
    void refresh();
    Jobs& jobs_;
    QLabel* text_;
    QProgressBar* bar_;
    QTimer ticker_;
};

} // namespace thallos
