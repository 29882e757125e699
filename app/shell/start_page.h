// What the window shows in the main pane while no project is open: ways to begin, and recent projects.
#pragma once

#include <QWidget>

namespace thallos {

class ProjectFiles;
class Session;

class StartPage : public QWidget {
    Q_OBJECT
public:
    // Over all of `place`, until a project is opened or begun.
    StartPage(ProjectFiles& files, Session& session, QWidget* place);

protected:
    void paintEvent(QPaintEvent*) override;
    bool eventFilter(QObject* object, QEvent* event) override;
};

} // namespace thallos
