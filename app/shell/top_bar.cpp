#include "app/shell/top_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QMenuBar>
#include <QPainter>
#include <QPainterPath>
#include <QPushButton>
#include <QToolButton>

#include "app/shell/job_box.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"

namespace thallos {

TopBar::TopBar(Session& session, Engine& engine, QWidget* parent) : QWidget(parent), session_(session) {
    setFixedHeight(40);
    auto* l = new QHBoxLayout(this);
    l->setContentsMargins(60, 0, 12, 0);
    l->setSpacing(4);
    menuBar_ = new QMenuBar(this);
    menuBar_->setObjectName("menuBar");
    menuBar_->setNativeMenuBar(false);
    menuBar_->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
    title_ = new QLabel(this);
    title_->setObjectName("title");
    title_->setFont(typeface(Type::Title));
    title_->setCursor(Qt::PointingHandCursor);
    title_->setToolTip(tr("Name, size and location of the site"));
    title_->installEventFilter(this);
    const auto button = [&](const char* id, const QString& name) {
        auto* b = new QToolButton(this);
        b->setIconSize(QSize(16, 16));
        b->setAccessibleName(name);
        b->setObjectName(id);
        return b;
    };
    undo_ = button("undo", tr("Undo"));
    redo_ = button("redo", tr("Redo"));
    refreshLook();
    connect(undo_, &QToolButton::clicked, &session_.document, &Document::undo);
    connect(redo_, &QToolButton::clicked, &session_.document, &Document::redo);
    cost_ = new QLabel(this);
    cost_->setObjectName("cost");
    cost_->setProperty("role", "second");
    cost_->setToolTip(
        tr("Plants in the scene · renderer memory · estimated final render time of this shot on this computer"));
    render_ = new QPushButton(tr("Render shot"), this);
    render_->setObjectName("renderShot");
    render_->setProperty("primary", true);
    connect(render_, &QPushButton::clicked, this, &TopBar::renderWanted);
    l->addWidget(menuBar_);
    l->addSpacing(10);
    l->addWidget(title_);
    l->addSpacing(8);
    l->addWidget(undo_);
    l->addWidget(redo_);
    l->addStretch();
    l->addWidget(new JobBox(session_.jobs, this));
    l->addWidget(cost_);
    l->addSpacing(12);
    l->addWidget(render_);

    connect(&session_.document, &Document::changed, this, [this](BuildMode mode) {
        if (mode == BuildMode::Rest) refresh();
    });
    connect(&session_.document, &Document::builtChanged, this, &TopBar::refresh);
    connect(&session_.view, &View::verbChanged, this, &TopBar::refresh);
    connect(&session_.files, &Files::changed, this, &TopBar::refresh);
    connect(&engine, &Engine::shotReady, this, &TopBar::timePass);
}

bool TopBar::eventFilter(QObject* object, QEvent* event) {
    if (object == title_ && event->type() == QEvent::MouseButtonRelease) Q_EMIT siteWanted();
    return QWidget::eventFilter(object, event);
}

void TopBar::refreshLook() {
    const QColor ink = Theme::now().ink;
    undo_->setIcon(QIcon(icon("ui-undo-2", ink, 16, devicePixelRatioF())));
    redo_->setIcon(QIcon(icon("ui-redo-2", ink, 16, devicePixelRatioF())));
}

void TopBar::setRendering(bool rendering) {
    render_->setEnabled(!rendering);
}

void TopBar::timePass(const ShotPicture& p) {
    if (p.passSeconds <= 0 || p.samples <= 0 || p.image.width() <= 0) return;
    const Shot shot = session_.view.shot();
    const double pixels =
        static_cast<double>(shot.size.x) * shot.size.y / (static_cast<double>(p.image.width()) * p.image.height());
    shotSeconds_ = p.passSeconds * pixels * shot.samples;
    refresh();
}

void TopBar::refresh() {
    const bool unsaved = session_.document.unsaved();
    const QString name = QString::fromStdString(session_.document.project().site->name);
    title_->setText(unsaved ? name + " ●" : name);
    title_->setAccessibleDescription(unsaved ? tr("unsaved changes") : tr("saved"));
    window()->setWindowTitle(QString("%1%2 - Thallos").arg(name, unsaved ? "*" : ""));
    const History& h = session_.document.history();
    undo_->setEnabled(h.canUndo());
    redo_->setEnabled(h.canRedo());
    undo_->setToolTip(h.canUndo()
                          ? tr("Undo: %1 (%2)").arg(QString::fromStdString(h.undoName()), session_.keyOf("edit.undo"))
                          : tr("Nothing to undo"));
    redo_->setToolTip(h.canRedo()
                          ? tr("Redo: %1 (%2)").arg(QString::fromStdString(h.redoName()), session_.keyOf("edit.redo"))
                          : tr("Nothing to redo"));
    QStringList parts;
    if (const auto& built = session_.document.built()) parts << tr("%1 plants").arg(countText(built->plantCount()));
    parts << bytesText(embreeBytes());
    if (shotSeconds_ > 0) parts << tr("%1 per shot").arg(durationText(shotSeconds_));
    cost_->setText(parts.join(" · "));
}

void TopBar::paintEvent(QPaintEvent*) {
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

void TopBar::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    // On a narrow window the figures give way to the menus.
    cost_->setVisible(width() >= 1180);
}

} // namespace thallos
