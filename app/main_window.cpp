#include "app/main_window.h"

#include <cmath>

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QMessageBox>
#include <QPainter>
#include <QPainterPath>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QShortcut>
#include <QStandardPaths>
#include <QToolButton>
#include <QVBoxLayout>

#include "app/day_band.h"
#include "app/inspector.h"
#include "app/register.h"
#include "app/render_dialog.h"
#include "app/shot_strip.h"
#include "app/stem.h"
#include "app/theme.h"
#include "core/base/error.h"
#include "core/exchange/foreign.h"

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

QString spaced(int64_t n) {
    QString s = QString::number(n);
    for (int i = static_cast<int>(s.size()) - 3; i > 0; i -= 3) s.insert(i, QChar(0x2009));
    return s;
}

} // namespace

MainWindow::MainWindow(std::shared_ptr<const PlantLibrary> library)
    : library_(library), engine_(std::move(library)), tools_(session_) {
    setObjectName("mainWindow");
    resize(1280, 800);
    setMinimumSize(1024, 640);
    auto* central = new QWidget(this);
    setCentralWidget(central);
    auto* all = new QVBoxLayout(central);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    makeTopBar(all);

    auto* body = new QHBoxLayout;
    body->setSpacing(0);
    stem_ = new Stem(session_, central);
    leaves_ = new Leaves(session_, tools_, *stem_, central);
    body->addWidget(stem_);
    body->addWidget(leaves_);

    auto* main = new QVBoxLayout;
    main->setSpacing(0);
    mainPlace_ = new QWidget(central);
    (new QVBoxLayout(mainPlace_))->setContentsMargins(0, 0, 0, 0);
    dayBand_ = new DayBand(session_, central);
    shotStrip_ = new ShotStrip(session_, engine_, central);
    main->addWidget(mainPlace_, 1);
    main->addWidget(dayBand_);
    main->addWidget(shotStrip_);
    body->addLayout(main, 1);

    auto* right = new QVBoxLayout;
    right->setSpacing(0);
    companionPlace_ = new QWidget(central);
    companionPlace_->setFixedSize(300, 216);
    (new QVBoxLayout(companionPlace_))->setContentsMargins(0, 0, 0, 0);
    register_ = new Register(session_, central);
    register_->setFixedWidth(300);
    inspector_ = new Inspector(session_, engine_, tools_, central);
    inspector_->setFixedWidth(300);
    right->addWidget(companionPlace_);
    right->addWidget(register_);
    right->addWidget(inspector_, 1);
    body->addLayout(right);
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
    messageTimer_ = new QTimer(this);
    messageTimer_->setSingleShot(true);
    connect(messageTimer_, &QTimer::timeout, message_, &QWidget::hide);

    makeActions();
    connect(leaves_, &Leaves::picked, this, &MainWindow::pickLeaf);
    connect(&session_, &Session::verbChanged, this, &MainWindow::showVerb);
    connect(&session_, &Session::projectChanged, this, [this](Haste haste) {
        engine_.setShot(session_.shotId(), session_.shot());
        engine_.setProject(session_.project(), haste);
        refreshBar();
    });
    connect(&session_, &Session::viewChanged, this, [this] { engine_.setShot(session_.shotId(), session_.shot()); });
    connect(&session_, &Session::fileChanged, this, &MainWindow::refreshBar);
    connect(&session_, &Session::message, this, [this](const QString& s) { tell(s); });
    connect(&engine_, &Engine::siteBuilt, this, [this](const std::shared_ptr<const BuiltSite>& site) {
        session_.setBuilt(site);
        refreshBar();
    });
    connect(&engine_, &Engine::failed, this, [this](const QString& s) { tell(s); });
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (p.passSeconds > 0 && p.samples > 0 && p.image.width() > 0) {
            const Shot shot = session_.shot();
            const double pixels = static_cast<double>(shot.size.x) * shot.size.y /
                                  (static_cast<double>(p.image.width()) * p.image.height());
            passSeconds_ = p.passSeconds * pixels * shot.samples;
            refreshBar();
        }
    });
    mainPane().setFocus();
    engine_.setShot(session_.shotId(), session_.shot());
    engine_.setProject(session_.project(), Haste::Rest);
    showVerb();
    refreshBar();

    QSettings settings;
    if (const QByteArray geometry = settings.value("window/geometry").toByteArray(); !geometry.isEmpty())
        restoreGeometry(geometry);
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
    projectButton_ = new QToolButton(bar);
    projectButton_->setObjectName("projectMenu");
    projectButton_->setFont(typeface(Type::Title));
    projectButton_->setPopupMode(QToolButton::InstantPopup);
    projectButton_->setToolButtonStyle(Qt::ToolButtonTextOnly);
    projectButton_->setAccessibleName(tr("Project"));
    projectButton_->setToolTip(tr("New, open and save"));
    projectButton_->setStyleSheet("QToolButton::menu-indicator { image: none; }");
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
    cost_->setStyleSheet(QString("color: %1").arg(Theme::now().second.name()));
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
        if (job_) job_->cancel();
        if (importProgress_) importProgress_->cancel();
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
    l->addWidget(projectButton_);
    l->addSpacing(18);
    l->addWidget(undo_);
    l->addWidget(redo_);
    l->addStretch();
    l->addWidget(jobBox_);
    l->addWidget(cost_);
    l->addSpacing(12);
    l->addWidget(render_);
    column->addWidget(bar);
}

QAction* MainWindow::command(const QString& text, const QKeySequence& key, const std::function<void()>& act) {
    auto* a = new QAction(text, this);
    a->setShortcut(key);
    connect(a, &QAction::triggered, this, act);
    addAction(a);
    return a;
}

void MainWindow::makeActions() {
    auto* menu = new QMenu(this);
    menu->addAction(command(tr("New site…"), QKeySequence::New, [this] { newProject(); }));
    menu->addAction(command(tr("Open…"), QKeySequence::Open, [this] { openDialog(); }));
    auto* recent = menu->addMenu(tr("Open recent"));
    connect(recent, &QMenu::aboutToShow, this, [this, recent] {
        recent->clear();
        for (const QString& f : QSettings().value("files/recent").toStringList())
            recent
                ->addAction(QFileInfo(f).completeBaseName(), this,
                            [this, f] {
                                if (letGo()) openProject(f.toStdString());
                            })
                ->setToolTip(f);
        recent->setEnabled(true);
        if (recent->isEmpty()) recent->addAction(tr("None yet"))->setEnabled(false);
    });
    menu->addSeparator();
    menu->addAction(command(tr("Save"), QKeySequence::Save, [this] { save(false); }));
    menu->addAction(command(tr("Save as…"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S), [this] { save(true); }));
    menu->addSeparator();
    menu->addAction(command(tr("Bring in a model…"), QKeySequence(Qt::CTRL | Qt::Key_I), [this] { importDialog(); }));
    menu->addAction(command(tr("Render shot…"), Qt::Key_F9, [this] { renderShot(); }));
    menu->addSeparator();
    menu->addAction(command(tr("Undo"), QKeySequence::Undo, [this] { session_.undo(); }));
    menu->addAction(command(tr("Redo"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), [this] { session_.redo(); }));
    menu->addSeparator();
    menu->addAction(command(tr("Cut"), QKeySequence::Cut, [this] {
        if (session_.allChosen().empty()) return;
        session_.copyChosen();
        deleteChosen();
    }));
    menu->addAction(command(tr("Copy"), QKeySequence::Copy, [this] {
        session_.copyChosen();
        if (!session_.allChosen().empty()) tell(tr("Copied; it can also be pasted into another project."), false);
    }));
    menu->addAction(command(tr("Paste under the pointer"), QKeySequence::Paste, [this] { paste(); }));
    menu->addAction(command(tr("Paste in place"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_V),
                            [this] { session_.paste(tr("Paste"), std::nullopt); }));
    menu->addAction(command(tr("Duplicate beside"), QKeySequence(Qt::CTRL | Qt::Key_D), [this] {
        if (session_.allChosen().empty()) return;
        session_.copyChosen();
        session_.paste(tr("Duplicate"), std::nullopt, true);
    }));
    menu->addAction(command(tr("Delete what is chosen"), Qt::Key_Delete, [this] { deleteChosen(); }));
    menu->addSeparator();
    menu->addAction(command(tr("Quit"), QKeySequence::Quit, [this] { close(); }));
    projectButton_->setMenu(menu);
    command(tr("Redo"), QKeySequence(Qt::CTRL | Qt::Key_Y), [this] { session_.redo(); });
    // F6 goes round the regions.
    command(tr("Next region"), Qt::Key_F6, [this] {
        const std::vector<QWidget*> regions{&mainPane(), dayBand_, shotStrip_, register_, stem_, leaves_};
        size_t at = regions.size() - 1;
        for (size_t i = 0; i < regions.size(); ++i)
            if (regions[i]->hasFocus()) at = i;
        regions[(at + 1) % regions.size()]->setFocus(Qt::OtherFocusReason);
    });
    tools_.setAction("open", [this] { importDialog(); });
    // Letters and digits act only where they are not typed: through an event filter, not as shortcuts.
    qApp->installEventFilter(this);
}

bool MainWindow::typing() const {
    QWidget* w = QApplication::focusWidget();
    return qobject_cast<QLineEdit*>(w) || qobject_cast<QComboBox*>(w) || (w && w->inherits("QAbstractSpinBox"));
}

bool MainWindow::eventFilter(QObject* object, QEvent* event) {
    if (event->type() == QEvent::KeyPress && object->isWidgetType() &&
        static_cast<QWidget*>(object)->window() == this && object == QApplication::focusWidget() && !typing()) {
        auto* key = static_cast<QKeyEvent*>(event);
        const bool plain = !(key->modifiers() & ~(Qt::KeypadModifier));
        if (plain && key->key() >= Qt::Key_1 && key->key() <= Qt::Key_6 &&
            QApplication::mouseButtons() == Qt::NoButton) {
            session_.setVerb(static_cast<Verb>(key->key() - Qt::Key_1));
            return true;
        }
        if (plain && session_.looking() && (key->key() == Qt::Key_K || key->key() == Qt::Key_B)) {
            key->key() == Qt::Key_K ? session_.keepLook() : session_.dropLook();
            return true;
        }
        // Keys of the leaves, unless the walk needs the letter in the shot.
        const bool walking =
            object == shotPane_ && QString("WASDQE").contains(QChar(key->key() < 128 ? key->key() : 0));
        if (plain && !walking)
            for (const Leaf& leaf : tools_.leaves[static_cast<int>(session_.verb())])
                if (leaf.shortcut.size() == 1 && key->key() == leaf.shortcut.at(0).unicode()) {
                    pickLeaf(leaf.id);
                    return true;
                }
    }
    return QMainWindow::eventFilter(object, event);
}

void MainWindow::arrange() {
    Pane* large = planIsMain_ ? static_cast<Pane*>(planPane_) : shotPane_;
    Pane* small = planIsMain_ ? static_cast<Pane*>(shotPane_) : planPane_;
    const bool focus = large->hasFocus() || small->hasFocus();
    mainPlace_->layout()->addWidget(large);
    companionPlace_->layout()->addWidget(small);
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
    Tool* tool = nullptr;
    for (const Leaf& leaf : tools_.leaves[v])
        if (leaf.id == leaves_->current()) tool = leaf.tool;
    shotPane_->setTool(tool);
    planPane_->setTool(tool);
    inspector_->setTool(tool);
    refreshBar();
}

void MainWindow::pickLeaf(const QString& id) {
    for (const Leaf& leaf : tools_.leaves[static_cast<int>(session_.verb())]) {
        if (leaf.id != id) continue;
        if (leaf.action)
            guarded(leaf.action);
        else {
            leaves_->setCurrent(id);
            shotPane_->setTool(leaf.tool);
            planPane_->setTool(leaf.tool);
            inspector_->setTool(leaf.tool);
        }
    }
}

void MainWindow::refreshBar() {
    const QString name = QString::fromStdString(session_.project().site->name);
    projectButton_->setText(session_.unsaved() ? name + " ●" : name);
    const auto& t = Theme::now();
    projectButton_->setStyleSheet(
        QString("QToolButton { color: %1; } QToolButton::menu-indicator { image: none; }").arg(t.ink.name()));
    projectButton_->setAccessibleDescription(session_.unsaved() ? tr("not saved yet") : tr("saved"));
    setWindowTitle(QString("%1%2 - Thallos").arg(name, session_.unsaved() ? "*" : ""));
    const History& h = session_.history();
    undo_->setEnabled(h.canUndo());
    redo_->setEnabled(h.canRedo());
    undo_->setToolTip(h.canUndo() ? tr("Undo: %1 (Ctrl+Z)").arg(QString::fromStdString(h.undoName()))
                                  : tr("Nothing to undo"));
    redo_->setToolTip(h.canRedo() ? tr("Redo: %1 (Ctrl+Shift+Z)").arg(QString::fromStdString(h.redoName()))
                                  : tr("Nothing to redo"));
    QStringList parts;
    if (session_.built()) parts << tr("%1 plants").arg(spaced(session_.built()->plantCount()));
    parts << tr("%1 GiB").arg(static_cast<double>(embreeBytes()) / (1 << 30), 0, 'f', 2);
    if (passSeconds_ > 0) parts << minutesText(passSeconds_);
    cost_->setText(parts.join(" · "));
}

void MainWindow::tell(const QString& sentence, bool trouble) {
    const Theme& t = Theme::now();
    message_->setText(sentence);
    message_->setFont(typeface(Type::Body));
    message_->setStyleSheet(QString("background: %1; color: %2; border: 1px solid %3; border-left: 4px solid %3; "
                                    "border-radius: 4px; padding: 6px 12px;")
                                .arg(t.field.name(), t.ink.name(), (trouble ? t.clay : t.accent).name()));
    message_->adjustSize();
    const int w = std::min(message_->width(), width() - 440);
    message_->setGeometry(124, 52, w, message_->height());
    message_->show();
    message_->raise();
    messageTimer_->start(trouble ? 12000 : 6000);
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

void MainWindow::deleteChosen() {
    if (typing() || session_.allChosen().empty()) return;
    Project next = session_.project();
    QStringList gone, with;
    for (const Id id : session_.allChosen()) {
        const Item* item = thallos::find(next, id);
        if (!item) continue; // it went with another
        if (item->locked) return tell(tr("%1 is locked.").arg(QString::fromStdString(item->name)));
        gone << QString::fromStdString(item->name);
        for (const Item* d : dependents(next, id)) with << QString::fromStdString(d->name);
        next = removed(next, id);
    }
    for (const QString& name : gone) with.removeAll(name);
    const QString what = gone.size() == 1 ? gone.front() : tr("%1 items").arg(gone.size());
    session_.edit(tr("Delete %1").arg(what), std::move(next));
    tell(with.isEmpty() ? tr("Deleted %1. Ctrl+Z brings it back.").arg(what)
                        : tr("Deleted %1 and with it %2. Ctrl+Z brings it back.").arg(what, with.join(", ")),
         false);
}

void MainWindow::renderShot() {
    if (job_) return tell(tr("A render is under way; wait for it or stop it."));
    RenderOrder order{session_.project(), session_.shot(), session_.shot().size, session_.shot().samples, true, {}};
    const Item* item = session_.shotItem();
    const QString folder =
        QSettings()
            .value("files/pictures", QStandardPaths::writableLocation(QStandardPaths::PicturesLocation))
            .toString();
    QString name = item ? QString::fromStdString(item->name) : tr("Shot");
    name.replace('/', '-');
    order.file = (folder + "/" + name + ".png").toStdString();
    RenderDialog dialog(order, this);
    if (dialog.exec() != QDialog::Accepted) return;
    order = dialog.order();
    QSettings().setValue("files/pictures", QFileInfo(QString::fromStdString(order.file.string())).path());
    startRender(order);
}

void MainWindow::startRender(const RenderOrder& order) {
    engine_.setPaused(true);
    job_ = new RenderJob(order, library_, engine_.scene(), nullptr);
    jobText_->setText(tr("Rendering"));
    jobBar_->setValue(0);
    jobBox_->show();
    render_->setEnabled(false);
    auto end = [this](const QString& sentence, bool trouble) {
        job_->deleteLater();
        job_ = nullptr;
        jobBox_->hide();
        render_->setEnabled(true);
        engine_.setPaused(false);
        tell(sentence, trouble);
    };
    connect(job_, &RenderJob::progressed, this, [this](double done, double left) {
        jobBar_->setValue(static_cast<int>(done * 1000));
        jobText_->setText(left < 0    ? tr("Rendering")
                          : left < 90 ? tr("%1 s left").arg(std::ceil(left))
                                      : tr("%1 min left").arg(std::ceil(left / 60)));
    });
    connect(job_, &RenderJob::finished, this, [end](const QString& file, double seconds) {
        end(tr("Saved %1 after %2 s.").arg(file).arg(seconds, 0, 'f', 0), false);
    });
    connect(job_, &RenderJob::stopped, this, [end](const QString& reason) {
        end(reason.isEmpty() ? tr("Render stopped.") : reason, !reason.isEmpty());
    });
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!letGo()) {
        event->ignore();
        return;
    }
    QSettings().setValue("window/geometry", saveGeometry());
    session_.dropRecovery();
    event->accept();
}

} // namespace thallos
