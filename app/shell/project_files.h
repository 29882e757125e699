// The project's file in the window: new, open, save, recent, recovered, and what is dropped or opened from elsewhere.
#pragma once

#include <filesystem>

#include "app/panes/pane.h"
#include "app/work/session.h"

namespace thallos {

class LibraryKeeper;

class ProjectFiles : public QObject {
    Q_OBJECT
public:
    ProjectFiles(Session& session, Engine& engine, ShotPane& shot, LibraryKeeper& library, QWidget* window);

    void open(const std::filesystem::path& file); // tells failures in a message
    // As the program was started with it: a project opens, around a model one is made once the import is accepted.
    void begin(const std::filesystem::path& file);
    static bool isModel(const std::filesystem::path& file); // by its ending
    void newDialog();
    void openDialog();
    void openRecent();
    bool save(bool as, bool wait = false);
    void saveCopy();
    void savePicture();
    bool letGo(); // false: the user keeps the unsaved project open
    // Offers what a crash left behind.
    void offerRecovery();
    void newFromBuilding(); // asks for the model
    bool hasDemo() const;
    void openDemo(); // as a project without a file
    void importDialog();
    void importPractice(); // the shed of the guide
    void findTextures();   // of the building that is selected, in a folder that is asked for
    void reimportDialog(); // the building that is selected; its file at once when it is still there
    void terrainDialog();
    // A file that was dropped on the window, by its kind; at a place on a pane, if it fell there.
    void take(const std::filesystem::path& file, const PanePoint* at);
    void take(const std::vector<std::filesystem::path>& files, const PanePoint& at);

private:
    void askHow(const std::filesystem::path& model, const std::optional<V2f>& at, bool around,
                const std::vector<std::string>& folders = {});
    void askHow(const std::filesystem::path& terrain);
    void remember(const std::filesystem::path& file);
    void guarded(const std::function<void()>& act); // errors become a message
    void tell(const QString& sentence, bool trouble = true) { Q_EMIT session_.message(sentence, trouble); }
    Session& session_;
    Engine& engine_;
    ShotPane& shot_;
    LibraryKeeper& library_;
    QWidget* window_;
};

} // namespace thallos
