// The window: its parts, and what ties them together.
#pragma once

#include <QMainWindow>

#include "app/shell/library_keeper.h"
#include "app/shell/project_files.h"
#include "app/shell/renders.h"
#include "app/shell/workspace.h"
#include "app/tools/tools.h"
#include "app/work/commands.h"
#include "app/work/engine.h"
#include "app/work/session.h"

namespace thallos {

class FindBox;
class MessageBar;
class MessagesWindow;
class TopBar;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(std::shared_ptr<const PlantLibrary> library);
    ~MainWindow() override;

    Session& session() { return session_; }
    Engine& engine() { return engine_; }
    Tools& tools() { return tools_; }
    Commands& commands() { return commands_; }
    Workspace& workspace() { return *workspace_; }
    ProjectFiles& files() { return *files_; }
    Renders& renders() { return *renders_; }
    LibraryKeeper& library() { return *library_; }
    FindBox& findBox() { return *findBox_; }
    MessagesWindow& messages() { return *messages_; }
    ShotPane& shotPane() { return workspace_->shotPane(); }
    PlanPane& planPane() { return workspace_->planPane(); }
    Pane& mainPane() { return workspace_->mainPane(); }

    void showStart(); // ways to begin, over the main pane
    // Over the panes, and in the list of messages; with a folder that can be opened there.
    void tell(const QString& sentence, bool trouble = true, const QString& folder = {});
    // An exception that nothing else caught: keeps the work aside, and says so.
    void tellTrouble(const QString& sentence);
    // What follows from the preferences as they are stored now.
    void applyPreferences();

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void connectEngine();
    void connectCommands();
    void restoreSettings();

    Session session_;
    Engine engine_;
    Tools tools_;
    Commands commands_;
    LibraryKeeper* library_;
    TopBar* topBar_;
    Workspace* workspace_;
    ProjectFiles* files_;
    Renders* renders_;
    MessagesWindow* messages_;
    MessageBar* messageBar_;
    FindBox* findBox_;
    bool pictured_ = false; // a picture has been shown
};

} // namespace thallos
