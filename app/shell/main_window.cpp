#include "app/shell/main_window.h"

#include <span>
#include <thread>

#include <QCloseEvent>
#include <QDragEnterEvent>
#include <QLabel>
#include <QMenu>
#include <QMimeData>
#include <QSettings>
#include <QTimer>
#include <QVBoxLayout>
#include <tbb/global_control.h>

#include "app/inspector/inspector.h"
#include "app/lists/find_box.h"
#include "app/lists/item_list.h"
#include "app/lists/shot_strip.h"
#include "app/shell/message_bar.h"
#include "app/shell/start_page.h"
#include "app/shell/top_bar.h"
#include "app/shell/window_commands.h"
#include "app/widgets/listing.h"
#include "app/widgets/theme.h"
#include "app/windows/materials_window.h"
#include "app/windows/messages_window.h"
#include "app/windows/preferences.h"
#include "app/words/numbers.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// What the list offers for its rows; null: a line between.
constexpr const char* kItemMenu[] = {"look.frame",  "items.rename",  "edit.duplicate", nullptr,      "items.visible",
                                     "items.hide",  "items.isolate", "items.leaveOut", "items.lock", nullptr,
                                     "items.group", "items.ungroup", "items.kind",     "edit.delete"};
constexpr const char* kShotMenu[] = {
    "items.rename",   "look.duplicateShot", "look.lockShot", "look.moveShotLeft", "look.moveShotRight", nullptr,
    "look.copyLight", "look.copyLens",      nullptr,         "look.deleteShot"};

} // namespace

MainWindow::MainWindow(std::shared_ptr<const PlantLibrary> library)
    : engine_(library), tools_(session_), commands_(this) {
    setObjectName("mainWindow");
    static const bool listed = (installListings(), true); // before the first list is asked about
    (void)listed;
    resize(1280, 800);
    setMinimumSize(1024, 640);
    setAcceptDrops(true);
    session_.keyOf = [this](const QString& command) {
        const QAction* action = commands_.action(command);
        return action ? action->shortcut().toString(QKeySequence::NativeText) : QString();
    };
    auto* central = new QWidget(this);
    setCentralWidget(central);
    auto* all = new QVBoxLayout(central);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    topBar_ = new TopBar(session_, engine_, central);
    workspace_ = new Workspace(session_, engine_, tools_, commands_, central);
    all->addWidget(topBar_);
    all->addWidget(workspace_, 1);
    library_ = new LibraryKeeper(
        std::move(library), session_, engine_, tools_, [this] { return mainPane().tool(); }, this);
    files_ = new ProjectFiles(session_, engine_, shotPane(), *library_, this);
    renders_ = new Renders(
        session_, engine_, [this] { return library_->library(); }, this);
    messageBar_ = new MessageBar(central);
    messages_ = new MessagesWindow(this);
    connect(messageBar_, &MessageBar::listWanted, messages_, &QDialog::show);
    findBox_ = new FindBox(session_, central);
    connect(findBox_, &FindBox::found, workspace_, &Workspace::goTo);

    addWindowCommands(*this);
    commands_.fill(topBar_->menuBar());
    connect(&session_, &Session::message, this, &MainWindow::tell);
    connect(&session_, &Session::commandWanted, this, [this](const QString& id) {
        if (QAction* action = commands_.action(id)) action->trigger();
    });
    connect(library_, &LibraryKeeper::speciesPicked, this, [this] { workspace_->inspector().rebuild(); });
    connect(topBar_, &TopBar::renderWanted, renders_, &Renders::ask);
    connect(&workspace_->items(), &ItemList::menuWanted, this, [this](const QPoint& at) {
        auto* menu = new QMenu(this);
        menu->setObjectName("listMenu");
        menu->setAttribute(Qt::WA_DeleteOnClose);
        menu->setToolTipsVisible(true);
        const auto offer = [&](std::span<const char* const> ids) {
            for (const char* id : ids) id ? menu->addAction(commands_.action(id)) : (void)menu->addSeparator();
        };
        ofThePicture(session_.view.verb()) ? offer(kShotMenu) : offer(kItemMenu);
        commands_.refresh();
        menu->popup(at);
    });
    connect(topBar_, &TopBar::siteWanted, this, [this] { commands_.action("project.site")->trigger(); });
    connect(renders_, &Renders::changed, this, [this] { topBar_->setRendering(renders_->running()); });
    if (auto* app = qobject_cast<Application*>(qApp))
        connect(app, &Application::trouble, this, &MainWindow::tellTrouble);
    connectEngine();
    connectCommands();
    applyPreferences();
    topBar_->refresh();
    commands_.refresh();
    restoreSettings();
}

MainWindow::~MainWindow() = default;

void MainWindow::connectEngine() {
    const auto showShot = [this] { engine_.setShot(session_.view.shotId(), session_.view.seenShot()); };
    const auto showItems = [this] { engine_.setVisibility(session_.view.visibility()); };
    const auto showProject = [this](BuildMode mode) {
        const Project& project = session_.document.project();
        const auto& preview = session_.view.preview();
        engine_.setProject(preview ? replaced(project, *preview) : project, mode);
    };
    connect(&session_.document, &Document::changed, this, [showProject, showShot, showItems](BuildMode mode) {
        showShot();
        showItems();
        showProject(mode);
    });
    connect(&session_.view, &View::previewChanged, this, [showProject] { showProject(BuildMode::Rest); });
    connect(&session_.view, &View::changed, this, showShot);
    connect(&session_.view, &View::visibilityChanged, this, showItems);
    connect(&session_.view, &View::zoomWanted, this, [this] { workspace_->frame(false); });
    connect(&session_.view, &View::refiningChanged, this, [this] {
        engine_.setPart(session_.view.part());
        engine_.setPaused(session_.view.held() || renders_->running());
    });
    connect(&engine_, &Engine::siteBuilt, &session_.document, &Document::setBuilt);
    connect(&engine_, &Engine::failed, this, [this](const QString& s) { tell(s); });
    connect(&engine_, &Engine::warned, this, [this](const QString& s) { tell(s); });
    showShot();
    showProject(BuildMode::Rest);
}

// Which commands can be given changes with what they work on.
void MainWindow::connectCommands() {
    const auto refresh = [this] { commands_.refresh(); };
    connect(&session_.selection, &Selection::changed, this, refresh);
    connect(&session_.view, &View::verbChanged, this, refresh);
    connect(&session_.view, &View::changed, this, refresh);
    connect(&session_.view, &View::visibilityChanged, this, refresh);
    connect(&session_, &Session::handSettingsChanged, this, refresh);
    connect(&session_.files, &Files::changed, this, refresh);
    connect(workspace_, &Workspace::toolChanged, this, refresh);
    connect(renders_, &Renders::changed, this, refresh);
    connect(&session_.document, &Document::changed, this, [refresh](BuildMode mode) {
        if (mode == BuildMode::Rest) refresh();
    });
    connect(&engine_, &Engine::shotReady, this, [this, refresh] {
        // With the first picture there is something to copy and to save.
        if (!std::exchange(pictured_, true)) QTimer::singleShot(0, this, refresh);
    });
}

void MainWindow::restoreSettings() {
    const QSettings settings;
    if (const QByteArray geometry = settings.value("window/geometry").toByteArray(); !geometry.isEmpty())
        restoreGeometry(geometry);
    HandSettings& h = session_.hand;
    h.snapping = settings.value("hand/snapping", h.snapping).toBool();
    h.ownAxes = settings.value("hand/own_axes", h.ownAxes).toBool();
    h.step = settings.value("hand/step_m", h.step).toFloat();
    SnapSettings& s = h.snap;
    s.ends = settings.value("snap/ends", s.ends).toBool();
    s.items = settings.value("snap/items", s.items).toBool();
    s.edges = settings.value("snap/edges", s.edges).toBool();
    s.grid = settings.value("snap/grid", s.grid).toBool();
    s.gridStep = settings.value("snap/grid_m", s.gridStep).toFloat();
    s.angle = settings.value("snap/angle", s.angle).toBool();
    s.angleStep = radians(settings.value("snap/angle_deg", degrees(s.angleStep)).toFloat());
    connect(&session_, &Session::handSettingsChanged, this, [this] {
        QSettings to;
        const HandSettings& now = session_.hand;
        to.setValue("hand/snapping", now.snapping);
        to.setValue("hand/own_axes", now.ownAxes);
        to.setValue("hand/step_m", now.step);
        to.setValue("snap/ends", now.snap.ends);
        to.setValue("snap/items", now.snap.items);
        to.setValue("snap/edges", now.snap.edges);
        to.setValue("snap/grid", now.snap.grid);
        to.setValue("snap/grid_m", now.snap.gridStep);
        to.setValue("snap/angle", now.snap.angle);
        to.setValue("snap/angle_deg", degrees(now.snap.angleStep));
    });
    workspace_->restorePlaces();
}

void MainWindow::applyPreferences() {
    const Preferences p = Preferences::load();
    const int all = static_cast<int>(std::max(1u, std::thread::hardware_concurrency()));
    static std::unique_ptr<tbb::global_control> limit;
    limit.reset();
    if (p.threads > 0 && p.threads < all)
        limit = std::make_unique<tbb::global_control>(tbb::global_control::max_allowed_parallelism, p.threads);
    session_.files.setAutosave(p.autosaveSeconds);
    session_.document.setHistoryBudget(int64_t(p.historyMiB) << 20);
    engine_.setCaps(p.caps);
    showFeet(p.feet);
    if (Theme::name() != p.theme) {
        Theme::load(p.theme);
        topBar_->refreshLook();
        workspace_->shots().refreshLook();
        planPane().refreshPicture();
    }
    workspace_->inspector().rebuild();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
}

void MainWindow::showStart() {
    (new StartPage(*files_, session_, &workspace_->mainPlace()))->show();
}

void MainWindow::tell(const QString& sentence, bool trouble, const QString& folder) {
    messages_->add(sentence, trouble);
    messageBar_->tell(sentence, trouble, folder);
    // What took long is told where the eyes are.
    if (!folder.isEmpty() && isVisible() && !QApplication::activeWindow()) notifyDesktop(sentence);
}

void MainWindow::tellTrouble(const QString& sentence) {
    session_.files.autosave();
    tell(sentence);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    session_.files.finishSaving();
    if (!renders_->letGo() || !files_->letGo()) {
        event->ignore();
        return;
    }
    QSettings().setValue("window/geometry", saveGeometry());
    workspace_->savePlaces();
    session_.files.dropRecovery();
    workspace_->setCompanionApart(false);
    event->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() || event->mimeData()->hasFormat(kMaterialMime)) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    const PanePoint point = workspace_->placeAt(event->position().toPoint()).value_or(PanePoint());
    event->acceptProposedAction();
    if (event->mimeData()->hasFormat(kMaterialMime))
        library_->layMaterial(QString::fromUtf8(event->mimeData()->data(kMaterialMime)), &point);
    std::vector<fs::path> files;
    for (const QUrl& url : event->mimeData()->urls())
        if (url.isLocalFile()) files.emplace_back(url.toLocalFile().toStdString());
    files_->take(files, point);
}

} // namespace thallos
