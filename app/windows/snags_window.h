// The snags of the site: what would be noticed in a picture as a mistake, with its figure; each is flown to and cured
// from here.
#pragma once

#include <QDialog>

#include "app/work/session.h"

class QLabel;
class QPushButton;
class QTreeWidget;

namespace thallos {

class SnagsWindow : public QDialog {
    Q_OBJECT
public:
    SnagsWindow(Session& session, QWidget* parent);

private:
    void fill();
    void choose();
    void cure();
    const Snag* current() const;
    Session& session_;
    QLabel* title_;
    QTreeWidget* list_;
    QPushButton *go_, *cure_;
};

void showSnags(Session& session, QWidget* window);

} // namespace thallos
