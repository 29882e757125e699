#include "app/lists/shot_strip.h"

#include <QContextMenuEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMenu>
#include <QPainter>
#include <QScrollBar>
#include <QStyledItemDelegate>
#include <QToolButton>

#include "app/widgets/theme.h"
#include "app/work/edits.h"

namespace thallos {

namespace {

// A picture with the shot's name, lens and time beside it.
class ShotLook : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {158, 70}; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& t = Theme::now();
        const QRectF r = QRectF(option.rect).adjusted(0, 0, -6, 0);
        p->setRenderHint(QPainter::Antialiasing);
        p->setRenderHint(QPainter::SmoothPixmapTransform);
        const bool now = option.state & QStyle::State_Selected;
        if (now || option.state & QStyle::State_MouseOver) {
            p->setPen(now ? QPen(t.accent, 2) : Qt::NoPen);
            p->setBrush(now ? t.field : t.hover);
            p->drawRoundedRect(r.adjusted(1, 1, -1, -1), 4, 4);
        }
        const QRectF room(r.left() + 7, r.top() + 12, 78, 47);
        const double aspect = index.data(ShotModel::AspectRole).toDouble();
        const QSizeF size = aspect > room.width() / room.height() ? QSizeF(room.width(), room.width() / aspect)
                                                                  : QSizeF(room.height() * aspect, room.height());
        const QRectF at(room.center() - QPointF(size.width() / 2, size.height() / 2), size);
        const auto picture = index.data(ShotModel::PictureRole).value<QImage>();
        picture.isNull() ? p->fillRect(at, t.surround) : p->drawImage(at, picture);
        p->setFont(typeface(Type::Medium));
        p->setPen(t.ink);
        p->drawText(QRectF(r.left() + 91, r.top() + 5, r.width() - 94, 34),
                    Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, index.data().toString());
        if (index.data(ShotModel::LockedRole).toBool())
            drawIcon(*p, "ui-lock", t.second, QRectF(r.right() - 18, r.bottom() - 18, 12, 12));
        p->setFont(typeface(Type::Small));
        p->setPen(t.second);
        p->drawText(QRectF(r.left() + 91, r.top() + 38, r.width() - 92, 15), Qt::AlignLeft,
                    index.data(ShotModel::LensRole).toString());
        p->drawText(QRectF(r.left() + 91, r.top() + 52, r.width() - 92, 15), Qt::AlignLeft,
                    index.data(ShotModel::ClockRole).toString());
    }
};

} // namespace

ShotView::ShotView(Session& session, ShotModel& model, QWidget* parent)
    : QListView(parent), session_(session), model_(model) {
    setObjectName("shots");
    setAccessibleName(tr("Shots"));
    setModel(&model_);
    setItemDelegate(new ShotLook(this));
    setFlow(LeftToRight);
    setWrapping(false);
    setMovement(Static);
    setUniformItemSizes(true);
    setSelectionMode(SingleSelection);
    setEditTriggers(NoEditTriggers);
    setFrameShape(QFrame::NoFrame);
    setMouseTracking(true);
    setHorizontalScrollMode(ScrollPerPixel);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(&session_.view, &View::shotChanged, this, &ShotView::follow);
    connect(&model_, &QAbstractItemModel::modelReset, this, &ShotView::follow);
    follow();
}

void ShotView::follow() {
    following_ = true;
    setCurrentIndex(model_.indexOf(session_.view.shotId()));
    if (currentIndex().isValid()) scrollTo(currentIndex());
    following_ = false;
}

void ShotView::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QListView::currentChanged(current, previous);
    if (const Id shot = model_.shot(current); shot && !following_) session_.view.showShot(shot);
}

void ShotView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Plus:
    case Qt::Key_Insert:
        return addShot(session_);
    case Qt::Key_Left:
    case Qt::Key_Right:
        if (!(event->modifiers() & Qt::ControlModifier)) return QListView::keyPressEvent(event);
        return moveShot(session_, session_.view.shotId(), event->key() == Qt::Key_Left ? -1 : 1);
    case Qt::Key_Delete:
        return deleteShot(session_, session_.view.shotId());
    default:
        QListView::keyPressEvent(event);
    }
}

// A wheel goes along the strip.
void ShotView::wheelEvent(QWheelEvent* event) {
    const QPoint by = event->angleDelta();
    horizontalScrollBar()->setValue(horizontalScrollBar()->value() - (by.y() ? by.y() : by.x()));
    event->accept();
}

bool ShotView::event(QEvent* event) {
    // Here Delete means the shot, not the item selected elsewhere.
    if (event->type() == QEvent::ShortcutOverride && static_cast<QKeyEvent*>(event)->key() == Qt::Key_Delete) {
        event->accept();
        return true;
    }
    return QListView::event(event);
}

void ShotView::contextMenuEvent(QContextMenuEvent* event) {
    const Id id = model_.shot(indexAt(event->pos()));
    if (!id) return;
    const Item* item = session_.document.item(id);
    QMenu menu(this);
    menu.addAction(tr("Duplicate"), this, [this, id] { duplicateShot(session_, id); });
    menu.addAction(tr("Move left"), this, [this, id] { moveShot(session_, id, -1); });
    menu.addAction(tr("Move right"), this, [this, id] { moveShot(session_, id, 1); });
    menu.addAction(item->locked ? tr("Unlock") : tr("Lock"), this, [this, id] { lockShot(session_, id); });
    menu.addSeparator();
    menu.addAction(tr("Delete shot"), this, [this, id] { deleteShot(session_, id); })
        ->setEnabled(model_.rowCount() > 1 && !item->locked);
    menu.exec(event->globalPos());
}

ShotStrip::ShotStrip(Session& session, Engine& engine, QWidget* parent) : QWidget(parent) {
    setObjectName("shotStrip");
    setAccessibleName(tr("Shots"));
    setFixedHeight(84);
    view_ = new ShotView(session, *new ShotModel(session, engine, this), this);
    plus_ = new QToolButton(this);
    plus_->setObjectName("addShot");
    plus_->setAccessibleName(tr("New shot from view"));
    plus_->setToolTip(tr("New shot from this view"));
    plus_->setIconSize(QSize(18, 18));
    plus_->setFixedSize(40, 64);
    connect(plus_, &QToolButton::clicked, this, [&session] { addShot(session); });
    auto* l = new QHBoxLayout(this);
    l->setContentsMargins(8, 7, 8, 7);
    l->addWidget(view_, 1);
    l->addWidget(plus_);
    setFocusProxy(view_);
    refreshLook();
}

void ShotStrip::refreshLook() {
    plus_->setIcon(QIcon(icon("ui-plus", Theme::now().ink, 18, devicePixelRatioF())));
}

void ShotStrip::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.chrome);
    if (!view_->hasFocus()) return;
    p.setPen(QPen(t.accent, 2));
    p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
}

} // namespace thallos
