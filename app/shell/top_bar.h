// The bar at the top: menus, the project's name, undo and redo, what runs, what the picture costs, and the render
// button.
#pragma once

#include <QWidget>

#include "app/work/engine.h"
#include "app/work/session.h"

class QLabel;
class QMenuBar;
class QPushButton;
class QToolButton;

namespace thallos {

class TopBar : public QWidget {
    Q_OBJECT
public:
    TopBar(Session& session, Engine& engine, QWidget* parent);
    QMenuBar& menuBar() { return *menuBar_; }
    void refresh();     // names and figures
    void refreshLook(); // after another theme was loaded
    void setRendering(bool rendering);

signals:
    void siteWanted(); // a click on the project's name
    void renderWanted();

protected:
    bool eventFilter(QObject* object, QEvent* event) override;
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;

private:
    void timePass(const ShotPicture& picture);
    Session& session_;
    QMenuBar* menuBar_;
    QLabel *title_, *cost_;
    QToolButton *undo_, *redo_;
    QPushButton* render_;
    double shotSeconds_ = 0; // that a final render of the shot takes here
};

} // namespace thallos
