// The window: top bar, stem, leaves, panes, day band, shot strip, and the right column.
#pragma once

#include <map>

#include <QMainWindow>

#include "app/commands.h"
#include "app/engine.h"
#include "app/pane.h"
#include "app/render_job.h"
#include "app/session.h"
#include "app/task.h"
#include "app/tools.h"

class QLabel;
class QMenuBar;
class QProgressBar;
class QSplitter;
class QPushButton;
class QToolButton;
class QVBoxLayout;

namespace thallos {

class Stem;
class Leaves;
class Register;
class Inspector;
class DayBand;
class ShotStrip;
class FindBox;
class KeysSheet;
class MessagesWindow;
class HistoryList;
class ProxyDialog;
struct ProxyDraft;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(std::shared_ptr<const PlantLibrary> library);
    ~MainWindow() override;

    Session& session() { return session_; }
    Engine& engine() { return engine_; }
    ShotPane& shotPane() { return *shotPane_; }
    PlanPane& planPane() { return *planPane_; }
    Commands& commands() { return commands_; }
    Pane& mainPane() { return planIsMain_ ? static_cast<Pane&>(*planPane_) : *shotPane_; }
    void openProject(const std::filesystem::path& file); // tells failures in a message
    // In the background; without a place, beside what stands already.
    void importModel(const std::filesystem::path& file, const std::optional<V2f>& at = std::nullopt);
    // A plant, thing or picture to be planted: read beside, then asked about.
    void bringIn(const std::filesystem::path& file);
    void collectProject(const std::filesystem::path& folder);
    // A file that was dropped on the window, by its kind; at a place on a pane, if it fell there.
    void take(const std::filesystem::path& file, const PanePoint* at);
    void startRender(const RenderOrder& order);
    // An exception that nothing else caught: keeps the work aside, and says so.
    void tellTrouble(const QString& sentence);
    void askForAnotherPlace(const QString& reason); // for a finished picture that could not be written
    // What follows from the preferences as they are stored now.
    void applyPreferences();
    bool rendering() const { return job_ != nullptr; }
    bool importing() const { return importing_; }
    // Why own species are not there, if some could not be read.
    void tellUnread(const std::vector<std::string>& why);
    // Offers what a crash left behind; called once after the window is shown.
    void offerRecovery();

public slots:
    void swapPanes();
    void renderShot(); // asks for size, samples and file

protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool eventFilter(QObject* object, QEvent* event) override;

private:
    // Tells so when what is chosen was chosen elsewhere, and is not to be taken away unseen.
    bool refusesChoice();
    bool letGoOfRender(); // asks when one is running; false: it goes on
    void makeTopBar(QVBoxLayout* column);
    // The table of commands, by menu.
    void makeCommands();
    void projectCommands();
    void editCommands();
    void itemCommands();
    void lookCommands();
    void toolCommands();
    void helpCommands();
    void restorePlaces();
    void arrange();
    void detachCompanion(bool apart); // into a window of its own, for a second monitor
    void pickLeaf(const QString& id);
    void setTool(Tool* tool);
    void toggle(Tool* tool); // one of every verb, or back to the tool before it
    void showCosts();
    void showVerb();
    void refreshBar();
    void tell(const QString& sentence, bool trouble = true);
    bool save(bool as, bool wait = false);
    void saveCopy();
    bool letGo(); // false: the user keeps the unsaved project open
    void newProject();
    void openDialog();
    void openRecent();
    void importDialog();
    void terrainDialog();
    void importHeights(const std::filesystem::path& file);
    void startReading(const std::filesystem::path& file);
    void endReading();
    // Onto a material of a building; each is the map that its name tells, or all are `map`.
    void layPictures(const std::vector<std::filesystem::path>& files, Id building, const std::string& material,
                     std::optional<Map> map = std::nullopt);
    void layPictures(const std::vector<std::filesystem::path>& files, const PanePoint& at);
    void choosePicture(int map); // index into kMaps, for the material that is shown
    void showMaterials();
    void showSpecies();
    void readSpecies(); // the library anew
    void bringInDialog();
    void setUpCard(const ProxyDraft& draft, const ProxyDialog& dialog);
    void collectProject();                 // asks for a folder
    void takeSpecies(const QString& name); // into the chosen drift, or for the specimen tool
    // Onto the material under the point, or the one that the inspector shows.
    void layMaterial(const QString& name, const PanePoint* at);
    void savePicture();
    void guarded(const std::function<void()>& act); // errors become a message
    void remember(const std::filesystem::path& file);
    void deleteChosen();
    void paste();
    void groupChosen();
    void frame(bool all);
    Box3f boxOf(const std::vector<Id>& ids) const; // leaves; none: the whole site's items
    void goTo(Id id);                              // found by typing
    Pane& activePane();

    std::shared_ptr<const PlantLibrary> library_;
    Session session_;
    Engine engine_;
    Tools tools_;
    Commands commands_;
    Stem* stem_;
    Leaves* leaves_;
    ShotPane* shotPane_;
    PlanPane* planPane_;
    Register* register_;
    Inspector* inspector_;
    DayBand* dayBand_;
    ShotStrip* shotStrip_;
    QWidget *mainPlace_, *companionPlace_;
    QSplitter *columns_, *rightSplit_;
    QWidget* companionWindow_ = nullptr;
    QMenuBar* menuBar_;
    QToolButton *undo_, *redo_;
    QLabel *title_, *cost_, *message_;
    MessagesWindow* messages_;
    QPushButton* render_;
    QWidget* jobBox_;
    QProgressBar* jobBar_;
    QLabel* jobText_;
    QTimer* messageTimer_;
    FindBox* findBox_;
    KeysSheet* keysSheet_ = nullptr;
    HistoryList* historyList_ = nullptr;
    Tool* before_ = nullptr; // a tool of every verb
    RenderJob* job_ = nullptr;
    bool planIsMain_ = false, importing_ = false;
    std::map<int, bool> planOfVerb_; // which pane each verb had in the main place
    double passSeconds_ = 0;
    std::shared_ptr<Progress> importProgress_;
    bool pictured_ = false; // a picture has been shown
    Task importThread_;
};

} // namespace thallos
