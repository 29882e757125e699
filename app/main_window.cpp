#include "app/main_window.h"

#include <cmath>
#include <thread>
#include <utility>

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QMenuBar>
#include <QMessageBox>
#include <QPainter>
#include <QPainterPath>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QSplitter>
#include <QStandardPaths>
#include <QTimer>
#include <QToolButton>
#include <QVBoxLayout>
#include <tbb/global_control.h>

#include "app/day_band.h"
#include "app/figures.h"
#include "app/inspector.h"
#include "app/listing.h"
#include "app/number_field.h"
#include "app/register.h"
#include "app/shot_strip.h"
#include "app/stem.h"
#include "app/theme.h"
#include "app/windows/costs_window.h"
#include "app/windows/find_box.h"
#include "app/windows/messages_window.h"
#include "app/windows/preferences.h"
#include "app/windows/render_dialog.h"
#include "core/base/error.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

class Bar : public QWidget { // top bar ground with its lower line
public:
    using QWidget::QWidget;

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const Theme& t = Theme::now();
        p.fillRect(rect(), t.chrome);
        p.setPen(t.line);
        p.drawLine(0, height() - 1, width(), height() - 1);
        // The seedling that the stem grows from.
        p.setPen(QPen(t.stem, 2.4, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(QPointF(32, 18), QPointF(32, height()));
        p.setPen(Qt::NoPen);
        for (int s : {-1, 1}) {
            QPainterPath leaf(QPointF(32, 24));
            leaf.quadTo(QPointF(32 + s * 2, 11), QPointF(32 + s * 11, s < 0 ? 13 : 9));
            leaf.quadTo(QPointF(32 + s * 11, 22), QPointF(32, 24));
            p.setBrush(s < 0 ? t.accent : t.stem);
            p.drawPath(leaf);
        }
    }
};

QString minutesText(double seconds) {
    if (seconds < 90) return QObject::tr("about %1 s a shot").arg(std::max(1.0, std::round(seconds)));
    if (seconds < 5400) return QObject::tr("about %1 min a shot").arg(std::round(seconds / 60));
    return QObject::tr("about %1 h a shot").arg(seconds / 3600, 0, 'f', 1);
}

} // namespace

MainWindow::MainWindow(std::shared_ptr<const PlantLibrary> library)
    : library_(library), engine_(std::move(library)), tools_(session_), commands_(this) {
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
    makeTopBar(all);

    auto* body = new QHBoxLayout;
    body->setSpacing(0);
    columns_ = new QSplitter(central);
    columns_->setObjectName("columns");
    columns_->setHandleWidth(3);
    columns_->setChildrenCollapsible(false);
    stem_ = new Stem(session_, central);
    leaves_ = new Leaves(session_, tools_, *stem_, central);
    body->addWidget(stem_);
    body->addWidget(leaves_);

    auto* left = new QWidget(columns_);
    auto* main = new QVBoxLayout(left);
    main->setContentsMargins(0, 0, 0, 0);
    main->setSpacing(0);
    mainPlace_ = new QWidget(left);
    (new QVBoxLayout(mainPlace_))->setContentsMargins(0, 0, 0, 0);
    dayBand_ = new DayBand(session_, central);
    shotStrip_ = new ShotStrip(session_, engine_, central);
    main->addWidget(mainPlace_, 1);
    main->addWidget(dayBand_);
    main->addWidget(shotStrip_);
    rightSplit_ = new QSplitter(Qt::Vertical, columns_);
    rightSplit_->setObjectName("rightColumn");
    rightSplit_->setHandleWidth(3);
    rightSplit_->setChildrenCollapsible(false);
    companionPlace_ = new QWidget(rightSplit_);
    companionPlace_->setMinimumHeight(120);
    (new QVBoxLayout(companionPlace_))->setContentsMargins(0, 0, 0, 0);
    register_ = new Register(session_, rightSplit_);
    inspector_ = new Inspector(session_, engine_, tools_, rightSplit_);
    rightSplit_->setMinimumWidth(300);
    rightSplit_->setStretchFactor(2, 1);
    rightSplit_->setSizes({216, 200, 400});
    columns_->setStretchFactor(0, 1);
    columns_->setStretchFactor(1, 0);
    columns_->setSizes({900, 300});
    body->addWidget(columns_, 1);
    all->addLayout(body, 1);

    shotPane_ = new ShotPane(session_, engine_, mainPlace_);
    planPane_ = new PlanPane(session_, engine_, companionPlace_);
    for (Pane* pane : {static_cast<Pane*>(shotPane_), static_cast<Pane*>(planPane_)})
        connect(pane, &Pane::swapRequested, this, &MainWindow::swapPanes);
    arrange();

    message_ = new QLabel(central);
    message_->setObjectName("message");
    message_->setWordWrap(false);
    message_->hide();
    messages_ = new MessagesWindow(this);
    messageTimer_ = new QTimer(this);
    messageTimer_->setSingleShot(true);
    connect(messageTimer_, &QTimer::timeout, message_, &QWidget::hide);

    findBox_ = new FindBox(session_, central);
    connect(findBox_, &FindBox::found, this, &MainWindow::goTo);
    makeCommands();
    connect(leaves_, &Leaves::picked, this, &MainWindow::pickLeaf);
    connect(&session_, &Session::verbChanged, this, &MainWindow::showVerb);
    connect(&session_, &Session::projectChanged, this, [this](Haste haste) {
        engine_.setShot(session_.shotId(), session_.view());
        engine_.setShowing(session_.showing());
        engine_.setProject(session_.project(), haste);
        if (haste == Haste::Rest) refreshBar();
    });
    connect(&session_, &Session::viewChanged, this, [this] { engine_.setShot(session_.shotId(), session_.view()); });
    connect(&session_, &Session::showingChanged, this, [this] { engine_.setShowing(session_.showing()); });
    connect(&session_, &Session::refiningChanged, this, [this] {
        engine_.setPart(session_.part());
        engine_.setPaused(session_.held() || job_);
        if (session_.part() && mainPane().tool() == tools_.part) toggle(tools_.part);
    });
    connect(inspector_, &Inspector::pictureWanted, this, &MainWindow::choosePicture);
    for (Pane* pane : {static_cast<Pane*>(shotPane_), static_cast<Pane*>(planPane_)})
        connect(pane, &Pane::pressed, this, [this](const PanePoint& point) {
            if (point.material >= 0 && session_.isChosen(point.item)) inspector_->setMaterial(point.material);
        });
    connect(&session_, &Session::fileChanged, this, &MainWindow::refreshBar);
    connect(&session_, &Session::saved, this, [this](const QString& file) {
        remember(file.toStdString());
        tell(tr("Saved."), false);
    });
    connect(&session_, &Session::savedCopy, this,
            [this](const QString& file) { tell(tr("Saved a copy as %1.").arg(file), false); });
    for (auto changed : {&Session::chosenChanged, &Session::verbChanged, &Session::viewChanged,
                         &Session::showingChanged, &Session::handSettingsChanged, &Session::fileChanged})
        connect(&session_, changed, &commands_, &Commands::refresh);
    connect(&session_, &Session::projectChanged, this, [this](Haste haste) {
        if (haste == Haste::Rest) commands_.refresh();
    });
    connect(&session_, &Session::message, this, [this](const QString& s) { tell(s); });
    connect(&engine_, &Engine::siteBuilt, this, [this](const std::shared_ptr<const BuiltSite>& site) {
        session_.setBuilt(site);
        refreshBar();
    });
    if (auto* app = qobject_cast<Application*>(qApp))
        connect(app, &Application::trouble, this, &MainWindow::tellTrouble);
    connect(&engine_, &Engine::failed, this, [this](const QString& s) { tell(s); });
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        // With the first picture there is something to copy and to save.
        if (!std::exchange(pictured_, true)) QTimer::singleShot(0, this, [this] { commands_.refresh(); });
        if (p.passSeconds > 0 && p.samples > 0 && p.image.width() > 0) {
            const Shot shot = session_.shot();
            const double pixels = static_cast<double>(shot.size.x) * shot.size.y /
                                  (static_cast<double>(p.image.width()) * p.image.height());
            passSeconds_ = p.passSeconds * pixels * shot.samples;
            refreshBar();
        }
    });
    mainPane().setFocus();
    engine_.setShot(session_.shotId(), session_.view());
    engine_.setProject(session_.project(), Haste::Rest);
    applyPreferences();
    showVerb();
    refreshBar();
    restorePlaces();
}

void MainWindow::restorePlaces() {
    const QSettings settings;
    if (const QByteArray geometry = settings.value("window/geometry").toByteArray(); !geometry.isEmpty())
        restoreGeometry(geometry);
    columns_->restoreState(settings.value("window/columns").toByteArray());
    rightSplit_->restoreState(settings.value("window/right").toByteArray());
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
    if (settings.value("window/companion_apart").toBool()) detachCompanion(true);
}

void MainWindow::applyPreferences() {
    const Preferences p = Preferences::load();
    const int all = static_cast<int>(std::max(1u, std::thread::hardware_concurrency()));
    static std::unique_ptr<tbb::global_control> limit;
    limit.reset();
    if (p.threads > 0 && p.threads < all)
        limit = std::make_unique<tbb::global_control>(tbb::global_control::max_allowed_parallelism, p.threads);
    session_.setAutosave(p.autosaveSeconds);
    session_.setHistoryBudget(int64_t(p.historyMiB) << 20);
    engine_.setCaps(p.caps);
    showFeet(p.feet);
    if (Theme::name() != p.theme) {
        Theme::load(p.theme);
        const Theme& t = Theme::now();
        undo_->setIcon(QIcon(icon("ui-undo-2", t.ink, 16, devicePixelRatioF())));
        redo_->setIcon(QIcon(icon("ui-redo-2", t.ink, 16, devicePixelRatioF())));
        planPane_->refreshPicture();
    }
    inspector_->rebuild();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
}

MainWindow::~MainWindow() {
    if (importProgress_) importProgress_->cancel();
    if (importThread_.joinable()) importThread_.join();
    delete job_;
}

void MainWindow::makeTopBar(QVBoxLayout* column) {
    auto* bar = new Bar(this);
    bar->setFixedHeight(40);
    auto* l = new QHBoxLayout(bar);
    l->setContentsMargins(60, 0, 12, 0);
    l->setSpacing(4);
    menuBar_ = new QMenuBar(bar);
    menuBar_->setObjectName("menuBar");
    menuBar_->setNativeMenuBar(false);
    menuBar_->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
    title_ = new QLabel(bar);
    title_->setObjectName("title");
    title_->setFont(typeface(Type::Title));
    auto button = [&](const QString& icon, const QString& name) {
        auto* b = new QToolButton(bar);
        b->setIcon(QIcon(thallos::icon(icon, Theme::now().ink, 16, devicePixelRatioF())));
        b->setIconSize(QSize(16, 16));
        b->setAccessibleName(name);
        b->setObjectName(name);
        return b;
    };
    undo_ = button("ui-undo-2", tr("Undo"));
    redo_ = button("ui-redo-2", tr("Redo"));
    connect(undo_, &QToolButton::clicked, &session_, &Session::undo);
    connect(redo_, &QToolButton::clicked, &session_, &Session::redo);
    cost_ = new QLabel(bar);
    cost_->setObjectName("cost");
    cost_->setProperty("role", "second");
    cost_->setToolTip(
        tr("Plants standing, memory of the picture engine, and how long the final render of this shot takes here"));
    jobBox_ = new QWidget(bar);
    auto* jl = new QHBoxLayout(jobBox_);
    jl->setContentsMargins(0, 0, 8, 0);
    jobBar_ = new QProgressBar(jobBox_);
    jobBar_->setRange(0, 1000);
    jobBar_->setTextVisible(false);
    jobBar_->setFixedSize(140, 8);
    jobBar_->setAccessibleName(tr("Render progress"));
    jobText_ = new QLabel(jobBox_);
    auto* cancel = new QPushButton(tr("Stop"), jobBox_);
    cancel->setObjectName("stopRender");
    cancel->setToolTip(tr("Stop the render at once; nothing is written"));
    connect(cancel, &QPushButton::clicked, this, [this] {
        // What the box shows is what it stops.
        if (job_)
            job_->cancel();
        else if (importProgress_)
            importProgress_->cancel();
    });
    jl->addWidget(jobText_);
    jl->addWidget(jobBar_);
    jl->addWidget(cancel);
    jobBox_->hide();
    render_ = new QPushButton(tr("Render shot"), bar);
    render_->setObjectName("renderShot");
    render_->setProperty("primary", true);
    render_->setToolTip(tr("Render this shot in full size to a file (F9)"));
    connect(render_, &QPushButton::clicked, this, &MainWindow::renderShot);
    l->addWidget(menuBar_);
    l->addSpacing(10);
    l->addWidget(title_);
    l->addSpacing(8);
    l->addWidget(undo_);
    l->addWidget(redo_);
    l->addStretch();
    l->addWidget(jobBox_);
    l->addWidget(cost_);
    l->addSpacing(12);
    l->addWidget(render_);
    column->addWidget(bar);
}

void MainWindow::arrange() {
    Pane* large = planIsMain_ ? static_cast<Pane*>(planPane_) : shotPane_;
    Pane* small = planIsMain_ ? static_cast<Pane*>(shotPane_) : planPane_;
    const bool focus = large->hasFocus() || small->hasFocus();
    mainPlace_->layout()->addWidget(large);
    (companionWindow_ ? companionWindow_ : companionPlace_)->layout()->addWidget(small);
    large->setCompact(false);
    small->setCompact(true);
    large->show();
    small->show();
    if (focus) large->setFocus();
}

void MainWindow::swapPanes() {
    planIsMain_ = !planIsMain_;
    planOfVerb_[static_cast<int>(session_.verb())] = planIsMain_;
    arrange();
    mainPane().setFocus();
}

void MainWindow::showVerb() {
    const int v = static_cast<int>(session_.verb());
    // On its first visit a verb opens the pane it needs; later the one it had.
    const auto known = planOfVerb_.find(v);
    const bool plan = known != planOfVerb_.end() ? known->second : session_.verb() == Verb::Shape;
    if (plan != planIsMain_) {
        planIsMain_ = plan;
        arrange();
    }
    // Where there is nothing to move a hand that slips moves nothing.
    const bool works = session_.verb() < Verb::Light;
    Tool* tool = works ? tools_.hand : tools_.look;
    for (const Leaf& leaf : tools_.leaves[v])
        if (leaf.id == leaves_->current() && leaf.tool) tool = leaf.tool;
    before_ = nullptr;
    setTool(tool);
    refreshBar();
}

void MainWindow::setTool(Tool* tool) {
    shotPane_->setTool(tool);
    planPane_->setTool(tool);
    inspector_->setTool(tool);
    commands_.refresh();
}

void MainWindow::toggle(Tool* tool) {
    if (mainPane().tool() == tool) return setTool(std::exchange(before_, nullptr));
    if (!before_) before_ = mainPane().tool();
    setTool(tool);
}

void MainWindow::showCosts() {
    auto* window = findChild<CostsWindow*>();
    const auto measure = [this] {
        findChild<CostsWindow*>()->measure(engine_.scene(), session_.project(), session_.shot());
    };
    if (!window) {
        window = new CostsWindow(this);
        connect(window, &CostsWindow::measureWanted, this, measure);
    }
    window->QDialog::show();
    window->raise();
    window->activateWindow();
    measure();
}

void MainWindow::pickLeaf(const QString& id) {
    for (const Leaf& leaf : tools_.leaves[static_cast<int>(session_.verb())]) {
        if (leaf.id != id) continue;
        if (leaf.action)
            guarded(leaf.action);
        else {
            leaves_->setCurrent(id);
            before_ = nullptr;
            setTool(leaf.tool);
        }
    }
}

void MainWindow::refreshBar() {
    const QString name = QString::fromStdString(session_.project().site->name);
    title_->setText(session_.unsaved() ? name + " ●" : name);
    title_->setAccessibleDescription(session_.unsaved() ? tr("not saved yet") : tr("saved"));
    setWindowTitle(QString("%1%2 - Thallos").arg(name, session_.unsaved() ? "*" : ""));
    const History& h = session_.history();
    undo_->setEnabled(h.canUndo());
    redo_->setEnabled(h.canRedo());
    undo_->setToolTip(h.canUndo() ? tr("Undo: %1 (Ctrl+Z)").arg(QString::fromStdString(h.undoName()))
                                  : tr("Nothing to undo"));
    redo_->setToolTip(h.canRedo() ? tr("Redo: %1 (Ctrl+Shift+Z)").arg(QString::fromStdString(h.redoName()))
                                  : tr("Nothing to redo"));
    QStringList parts;
    if (session_.built()) parts << tr("%1 plants").arg(countText(session_.built()->plantCount()));
    parts << tr("%1 GiB").arg(static_cast<double>(embreeBytes()) / (1 << 30), 0, 'f', 2);
    if (passSeconds_ > 0) parts << minutesText(passSeconds_);
    cost_->setText(parts.join(" · "));
}

void MainWindow::tell(const QString& sentence, bool trouble) {
    messages_->add(sentence, trouble);
    const Theme& t = Theme::now();
    message_->setText(sentence);
    message_->setFont(typeface(Type::Body));
    message_->setStyleSheet(QString("background: %1; color: %2; border: 1px solid %3; border-left: 4px solid %3; "
                                    "border-radius: 4px; padding: 6px 12px;")
                                .arg(t.field.name(), t.ink.name(), (trouble ? t.clay : t.accent).name()));
    // All of it: what to do stands at its end.
    const int most = std::max(320, width() - 440);
    message_->setWordWrap(false);
    message_->adjustSize();
    if (message_->width() > most) {
        message_->setWordWrap(true);
        message_->setFixedWidth(most);
    } else {
        message_->setMinimumWidth(0);
        message_->setMaximumWidth(QWIDGETSIZE_MAX);
    }
    message_->adjustSize();
    message_->move(124, 52);
    message_->show();
    message_->raise();
    messageTimer_->start(trouble ? 12000 : 6000);
}

void MainWindow::tellTrouble(const QString& sentence) {
    session_.autosave();
    tell(sentence);
}

void MainWindow::guarded(const std::function<void()>& act) {
    try {
        act();
    } catch (const std::exception& e) {
        tell(QString::fromUtf8(e.what()));
    }
}

void MainWindow::paste() {
    // Where the pointer is over the ground, in whichever pane.
    std::optional<V2f> at;
    for (Pane* pane : {static_cast<Pane*>(shotPane_), static_cast<Pane*>(planPane_)}) {
        const QPoint p = pane->mapFromGlobal(QCursor::pos());
        if (!pane->rect().contains(p)) continue;
        if (const auto ground = pane->pick(p).ground) at = xy(*ground);
    }
    session_.paste(tr("Paste"), at, true);
}

bool MainWindow::refusesChoice() {
    const Item* item = session_.chosenItem();
    if (!item || session_.chosenHere()) return false;
    tell(tr("“%1” was selected in another part of the work. Click it here first.")
             .arg(QString::fromStdString(item->name)),
         false);
    return true;
}

void MainWindow::deleteChosen() {
    if (session_.allChosen().empty() || refusesChoice()) return;
    if (const int one = session_.specimen(); one >= 0) {
        const auto& plants = bodyOf<Planting>(session_.chosenItem())->specimens;
        const QString species = QString::fromStdString(plants[static_cast<size_t>(one)].species);
        if (plants.size() > 1) {
            session_.editItem(tr("Delete %1").arg(species), session_.chosen(), [one](Item& i) {
                auto& list = std::get<Planting>(i.body).specimens;
                list.erase(list.begin() + one);
            });
            session_.choose(session_.chosen());
            return tell(tr("Deleted one %1. Ctrl+Z brings it back.").arg(species), false);
        }
    }
    Project next = session_.project();
    QStringList gone, with;
    for (const Id id : session_.allChosen()) {
        const Item* item = thallos::find(next, id);
        if (!item) continue; // it went with another
        if (fixed(next, *item)) return tell(session_.lockedText(*item));
        gone << QString::fromStdString(item->name);
        for (const Item* d : dependents(next, id)) {
            if (d->locked) return tell(session_.lockedText(*d));
            with << QString::fromStdString(d->name);
        }
        next = removed(next, id);
    }
    for (const QString& name : gone) with.removeAll(name);
    const QString what = gone.size() == 1 ? gone.front() : tr("%1 items").arg(gone.size());
    session_.edit(tr("Delete %1").arg(what), std::move(next));
    const QString others = with.size() > 3 ? tr("%1 items").arg(with.size()) : with.join(", ");
    tell(with.isEmpty() ? tr("Deleted %1. Ctrl+Z brings it back.").arg(what)
                        : tr("Deleted %1 and with it %2. Ctrl+Z brings it back.").arg(what, others),
         false);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    session_.finishSaving();
    if (!letGoOfRender() || !letGo()) {
        event->ignore();
        return;
    }
    QSettings settings;
    settings.setValue("window/geometry", saveGeometry());
    settings.setValue("window/columns", columns_->saveState());
    settings.setValue("window/right", rightSplit_->saveState());
    settings.setValue("window/companion_apart", companionWindow_ != nullptr);
    if (companionWindow_) settings.setValue("window/companion", companionWindow_->saveGeometry());
    session_.dropRecovery();
    if (companionWindow_) detachCompanion(false);
    event->accept();
}

void MainWindow::resizeEvent(QResizeEvent* event) {
    QMainWindow::resizeEvent(event);
    // On a narrow window the figures at the top give way to the menus.
    cost_->setVisible(width() >= 1180);
}

} // namespace thallos
