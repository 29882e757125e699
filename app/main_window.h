// The window: top bar, stem, leaves, panes, day band, shot strip, and the right column.
#pragma once

#include <map>

#include <QMainWindow>

#include "app/engine.h"
#include "app/pane.h"
#include "app/render_job.h"
#include "app/session.h"
#include "app/tools.h"

class QLabel;
class QProgressBar;
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

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(std::shared_ptr<const PlantLibrary> library);
    ~MainWindow() override;

    Session& session() { return session_; }
    Engine& engine() { return engine_; }
    ShotPane& shotPane() { return *shotPane_; }
    PlanPane& planPane() { return *planPane_; }
    Pane& mainPane() { return planIsMain_ ? static_cast<Pane&>(*planPane_) : *shotPane_; }
    void openProject(const std::filesystem::path& file); // tells failures in a message
    void importModel(const std::filesystem::path& file); // in the background
    void startRender(const RenderOrder& order);
    bool rendering() const { return job_ != nullptr; }
    bool importing() const { return importing_; }
    // Offers what a crash left behind; called once after the window is shown.
    void offerRecovery();

public slots:
    void swapPanes();
    void renderShot(); // asks for size, samples and file

protected:
    void closeEvent(QCloseEvent* event) override;
    bool eventFilter(QObject* object, QEvent* event) override;

private:
    void makeTopBar(QVBoxLayout* column);
    void makeActions();
    void arrange();
    void pickLeaf(const QString& id);
    void showVerb();
    void refreshBar();
    void tell(const QString& sentence, bool trouble = true);
    bool save(bool as);
    bool letGo(); // false: the user keeps the unsaved project open
    void newProject();
    void openDialog();
    void importDialog();
    void guarded(const std::function<void()>& act); // errors become a message
    void remember(const std::filesystem::path& file);
    void deleteChosen();
    void paste();
    bool typing() const; // a field has the focus
    QAction* command(const QString& text, const QKeySequence& key, const std::function<void()>& act);

    std::shared_ptr<const PlantLibrary> library_;
    Session session_;
    Engine engine_;
    Tools tools_;
    Stem* stem_;
    Leaves* leaves_;
    ShotPane* shotPane_;
    PlanPane* planPane_;
    Register* register_;
    Inspector* inspector_;
    DayBand* dayBand_;
    ShotStrip* shotStrip_;
    QWidget *mainPlace_, *companionPlace_;
    QToolButton *projectButton_, *undo_, *redo_;
    QLabel *cost_, *message_;
    QPushButton* render_;
    QWidget* jobBox_;
    QProgressBar* jobBar_;
    QLabel* jobText_;
    QTimer* messageTimer_;
    RenderJob* job_ = nullptr;
    bool planIsMain_ = false, importing_ = false;
    std::map<int, bool> planOfVerb_; // which pane each verb had in the main place
    double passSeconds_ = 0;
    std::shared_ptr<Progress> importProgress_;
    std::thread importThread_;
};

} // namespace thallos
