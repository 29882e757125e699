#include "app/register.h"

#include <cmath>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QLineEdit>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QShortcut>
#include <QToolTip>

#include "app/figures.h"
#include "app/theme.h"
#include "core/project/measure.h"

namespace thallos {

Register::Register(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("register");
    setMinimumHeight(88);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Items"));
    connect(&session_, &Session::verbChanged, this, [this] {
        scroll_ = 0;
        endRename(); // the rows are others
        refresh();
    });
    connect(&session_, &Session::projectChanged, this, [this] { refresh(); });
    connect(&session_, &Session::fileChanged, this, &Register::endRename);
    connect(&session_, &Session::builtChanged, this, [this] { refresh(); });
    connect(&session_, &Session::chosenChanged, this, [this] {
        for (size_t i = 0; i < rows_.size(); ++i)
            if (rows_[i].item->id == session_.chosen()) {
                const int at = static_cast<int>(i);
                scroll_ = std::clamp(scroll_, std::max(0, at - visibleRows() + 1), at);
            }
        update();
    });
    connect(&session_, &Session::shotChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::showingChanged, this, qOverload<>(&QWidget::update));
    refresh();
}

void Register::refresh() {
    rows_.clear();
    const QString titles[] = {tr("Seated"), tr("Ground"), tr("Planted"), tr("Light by shot"), tr("Shots"), tr("Shots")};
    title_ = titles[static_cast<int>(session_.verb())];
    const auto built = session_.built();
    counts_.clear();
    if (built && session_.verb() == Verb::Plant)
        for (const auto& tiles : built->plants)
            for (const auto& tile : tiles)
                for (const auto& [item, n] : tile->counts) counts_[item] += n;
    list({}, 0);
    total_ = rows_.size() == 1 ? tr("1 entry") : tr("%1 entries").arg(rows_.size());
    scroll_ = std::clamp(scroll_, 0, std::max(0, static_cast<int>(rows_.size()) - visibleRows()));
    update();
}

void Register::list(Id group, int depth) {
    const Project& project = session_.project();
    for (const auto& item : project.items) {
        if (item->group != group || !belongs(project, *item, session_.verb())) continue;
        Row row{item, "verb-frame", {}, depth};
        fill(row);
        rows_.push_back(row);
        if (std::holds_alternative<Group>(item->body) && !folded_.count(item->id)) list(item->id, depth + 1);
    }
}

void Register::fill(Row& row) const {
    const Body& body = row.item->body;
    if (const auto* b = std::get_if<Building>(&body)) {
        row.icon = "verb-seat";
        row.count = tr("%1 parts").arg(b->model->parts.size());
    } else if (std::holds_alternative<Figure>(body)) {
        row.icon = "leaf-seat-figure";
        row.count = lengthText(1.75);
    } else if (const auto* p = std::get_if<BuildingPad>(&body)) {
        row.icon = "leaf-shape-level";
        if (const auto* b = bodyOf<Building>(session_.item(p->building)))
            row.count = lengthText(b->position.z + p->rise);
    } else if (const auto* w = std::get_if<Water>(&body)) {
        row.icon = "leaf-shape-water";
        row.count = lengthText(w->level);
    } else if (std::holds_alternative<Clearing>(body))
        row.icon = "leaf-plant-clearing";
    else if (const auto* c = std::get_if<Climber>(&body)) {
        row.icon = "leaf-plant-specimen";
        row.count = lengthText(c->height);
    } else if (std::holds_alternative<Group>(body)) {
        row.icon = "ui-folder-open";
        row.count = tr("%1 items").arg(leaves(session_.project(), {row.item->id}).size());
    } else if (const auto* m = std::get_if<Mark>(&body)) {
        row.icon = "ui-ruler";
        row.count = lengthText(measure(m->points).length);
    } else if (const auto* s = std::get_if<Shot>(&body)) {
        row.icon = session_.verb() == Verb::Light ? "verb-light" : "verb-frame";
        row.count = session_.verb() == Verb::Frame    ? tr("%1 mm").arg(s->camera.focal, 0, 'f', 0)
                    : session_.verb() == Verb::Finish ? tr("%1 × %2").arg(s->size.x).arg(s->size.y)
                                                      : clockText(s->daylight.time.hour);
    } else {
        row.icon = std::holds_alternative<Drift>(body) ? "leaf-plant-drift" : "leaf-plant-specimen";
        const auto known = counts_.find(row.item->id.value);
        row.count = countText(known == counts_.end() ? 0 : known->second);
    }
}

void Register::fold(Id group, bool folded) {
    folded ? (void)folded_.insert(group) : (void)folded_.erase(group);
    refresh();
}

QRectF Register::rowRect(int i) const {
    return {0, 32.0 + 28 * (i - scroll_), static_cast<double>(width()), 28};
}

int Register::rowAt(const QPointF& p) const {
    if (p.y() < 32) return -1;
    const int i = static_cast<int>((p.y() - 32) / 28) + scroll_;
    return i < static_cast<int>(rows_.size()) ? i : -1;
}

void Register::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.panel);
    p.setPen(t.line);
    p.drawLine(0, 0, width(), 0);
    p.setPen(t.ink);
    p.setFont(typeface(Type::Heading));
    p.drawText(QRectF(12, 0, 200, 32), Qt::AlignVCenter, title_);
    p.setFont(typeface(Type::Body));
    p.setPen(t.second);
    p.drawText(QRectF(0, 0, width() - 12, 32), Qt::AlignVCenter | Qt::AlignRight, total_);
    p.setClipRect(QRectF(0, 32, width(), height() - 32));
    for (int i = scroll_; i < static_cast<int>(rows_.size()) && rowRect(i).top() < height(); ++i) {
        const Row& row = rows_[i];
        const QRectF r = rowRect(i);
        const bool shot = std::holds_alternative<Shot>(row.item->body);
        const bool now = shot ? row.item->id == session_.shotId() : session_.isChosen(row.item->id);
        if (now) {
            p.fillRect(r, t.tint);
            p.fillRect(QRectF(0, r.top(), 3, 28), t.accent);
        } else if (hover_ == i)
            p.fillRect(r, t.rowHover);
        p.setPen(t.rowLine);
        p.drawLine(r.topLeft(), r.topRight());
        const bool seen = session_.seen(*row.item);
        const double in = 14.0 * row.depth;
        drawIcon(p, row.icon, seen ? t.accentText : t.second, QRectF(13 + in, r.top() + 5, 18, 18));
        if (std::holds_alternative<Group>(row.item->body)) {
            const QPointF c(8 + in, r.center().y());
            p.setPen(QPen(t.second, 1.5));
            if (folded_.count(row.item->id))
                p.drawPolyline(QPolygonF({c + QPointF(-2, -3), c + QPointF(2, 0), c + QPointF(-2, 3)}));
            else
                p.drawPolyline(QPolygonF({c + QPointF(-3, -2), c + QPointF(0, 2), c + QPointF(3, -2)}));
        }
        QFont f = typeface(Type::Body);
        if (now) f.setWeight(QFont::DemiBold);
        p.setFont(f);
        p.setPen(seen ? t.ink : t.second);
        const double right = shot ? width() - 12 : width() - 72;
        p.drawText(
            QRectF(44 + in, r.top(), right - 110 - in, 28), Qt::AlignVCenter,
            QFontMetricsF(f).elidedText(QString::fromStdString(row.item->name), Qt::ElideRight, right - 112 - in));
        p.setFont(typeface(Type::Body));
        p.drawText(QRectF(0, r.top(), right, 28), Qt::AlignVCenter | Qt::AlignRight, row.count);
        if (!shot) {
            // The eye is the item's own; struck out in grey it is hidden for now or left out of the shot.
            drawIcon(p, seen ? "ui-eye" : "ui-eye-off", seen || !row.item->visible ? t.ink : t.lockIdle,
                     QRectF(width() - 60.0, r.top() + 6, 16, 16));
            drawIcon(p, row.item->locked ? "ui-lock" : "ui-lock-open", row.item->locked ? t.ink : t.lockIdle,
                     QRectF(width() - 28.0, r.top() + 6, 16, 16));
        }
    }
    if (drop_) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.ochre, 2));
        const int shown = [&] { // the row of the group itself, when it can be seen
            for (int i = 0; i < static_cast<int>(rows_.size()); ++i)
                if (drop_->group && rows_[i].item->id == drop_->group) return i;
            return -1;
        }();
        if (shown >= 0)
            p.drawRect(rowRect(shown).adjusted(1, 1, -1, -1));
        else {
            const double y = rowRect(static_cast<int>(rows_.size())).top();
            p.drawLine(QPointF(4, y), QPointF(width() - 4, y));
        }
    }
    if (rows_.empty()) {
        p.setPen(t.second);
        p.drawText(QRectF(12, 36, width() - 24, 28), Qt::AlignVCenter, tr("Nothing here yet."));
    }
    if (hasFocus()) {
        p.setClipping(false);
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2));
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
}

void Register::toggle(const Item& item, bool lock) {
    const bool now = lock ? item.locked : item.visible;
    const QString name = lock ? (now ? tr("Unlock") : tr("Lock")) : (now ? tr("Hide") : tr("Show"));
    Project next = session_.project();
    auto flip = [&](const Item& i) {
        Item copy = i;
        (lock ? copy.locked : copy.visible) = !now;
        next = replaced(next, copy);
    };
    if (session_.isChosen(item.id))
        for (const Id id : session_.allChosen()) flip(*session_.item(id));
    else
        flip(item);
    session_.edit(name, std::move(next));
}

void Register::choose(int row, Qt::KeyboardModifiers modifiers) {
    const Id id = rows_[row].item->id;
    if (modifiers & Qt::ControlModifier) return session_.chooseAlso(id);
    if (!(modifiers & Qt::ShiftModifier)) return session_.choose(id);
    // From the row chosen last to this one, which is last now.
    int from = row;
    for (int i = 0; i < static_cast<int>(rows_.size()); ++i)
        if (rows_[i].item->id == session_.chosen()) from = i;
    std::vector<Id> ids = session_.allChosen();
    for (int i = from; i != row; i += i < row ? 1 : -1)
        if (!session_.isChosen(rows_[i].item->id)) ids.push_back(rows_[i].item->id);
    std::erase(ids, id);
    ids.push_back(id);
    session_.chooseAll(std::move(ids));
}

void Register::mousePressEvent(QMouseEvent* event) {
    const int i = rowAt(event->position());
    if (i < 0) return;
    const Item* item = rows_[i].item.get();
    const double x = event->position().x();
    if (std::holds_alternative<Group>(item->body) && x < 14 + 14.0 * rows_[i].depth)
        return fold(item->id, !folded_.count(item->id));
    if (std::holds_alternative<Shot>(item->body)) {
        session_.showShot(item->id);
        return;
    }
    if (x > width() - 36) return toggle(*item, true);
    if (x > width() - 68) return toggle(*item, false);
    pressed_ = event->position();
    // A press on one of several may begin a drag of all of them: it is chosen alone by the release.
    if (!(session_.isChosen(item->id) && event->modifiers() == Qt::NoModifier)) choose(i, event->modifiers());
}

bool Register::draggable() const {
    return std::none_of(session_.allChosen().begin(), session_.allChosen().end(),
                        [this](Id id) { return !session_.item(id) || bodyOf<Shot>(session_.item(id)); });
}

Register::Drop Register::dropAt(const QPointF& p) const {
    const int row = rowAt(p);
    if (row < 0) return {};
    const Item& item = *rows_[row].item;
    if (std::holds_alternative<Group>(item.body) && !session_.isChosen(item.id)) return {item.id};
    return {item.group};
}

void Register::mouseReleaseEvent(QMouseEvent* event) {
    if (!pressed_ || event->button() != Qt::LeftButton) return;
    const int row = rowAt(*pressed_);
    pressed_.reset();
    if (const auto drop = std::exchange(drop_, std::nullopt)) {
        unsetCursor();
        session_.edit(drop->group ? tr("Put into a group") : tr("Take out of a group"),
                      regrouped(session_.project(), session_.allChosen(), drop->group));
    } else if (row >= 0 && event->modifiers() == Qt::NoModifier)
        choose(row, Qt::NoModifier);
    update();
}

void Register::endRename() {
    if (!edit_) return;
    edit_->blockSignals(true);
    edit_->hide();
    edit_->deleteLater();
}

void Register::rename(int row) {
    endRename();
    auto* edit = new QLineEdit(QString::fromStdString(rows_[row].item->name), this);
    edit_ = edit;
    edit->setAccessibleName(tr("Name"));
    edit->setGeometry(QRect(40, static_cast<int>(rowRect(row).top()) + 3, 170, 22));
    edit->selectAll();
    edit->show();
    edit->setFocus();
    const Id id = rows_[row].item->id;
    auto* giveUp = new QShortcut(Qt::Key_Escape, edit, nullptr, nullptr, Qt::WidgetShortcut);
    connect(giveUp, &QShortcut::activated, edit, [this, edit] {
        edit->blockSignals(true);
        edit->deleteLater();
        setFocus();
    });
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, id] {
        const QString name = edit->text().trimmed();
        edit->blockSignals(true); // the focus that goes with it ends it a second time
        edit->deleteLater();
        setFocus();
        const Item* item = session_.item(id);
        if (item && !name.isEmpty() && name.toStdString() != item->name)
            session_.editItem(tr("Rename"), id, [&](Item& i) { i.name = name.toStdString(); });
    });
}

void Register::mouseDoubleClickEvent(QMouseEvent* event) {
    const int i = rowAt(event->position());
    if (i >= 0 && event->position().x() < width() - 68) rename(i);
}
void Register::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) {
        pressed_.reset();
        drop_.reset();
    }
    if (pressed_ && (drop_ || (*pressed_ - event->position()).manhattanLength() > 6) && draggable()) {
        drop_ = dropAt(event->position());
        setCursor(Qt::ClosedHandCursor);
    }
    hover_ = rowAt(event->position());
    update();
}
void Register::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}
void Register::wheelEvent(QWheelEvent* event) {
    scroll_ = std::clamp(scroll_ + (event->angleDelta().y() > 0 ? -1 : 1), 0,
                         std::max(0, static_cast<int>(rows_.size()) - visibleRows()));
    update();
}
void Register::keyPressEvent(QKeyEvent* event) {
    if (rows_.empty()) return QWidget::keyPressEvent(event);
    int at = -1;
    for (size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].item->id == session_.chosen() ||
            (std::holds_alternative<Shot>(rows_[i].item->body) && rows_[i].item->id == session_.shotId()))
            at = static_cast<int>(i);
    auto go = [&](int to) {
        const int i = std::clamp(to, 0, static_cast<int>(rows_.size()) - 1);
        const Item* item = rows_[i].item.get();
        if (std::holds_alternative<Shot>(item->body))
            session_.showShot(item->id);
        else
            choose(i, event->modifiers() & Qt::ShiftModifier);
    };
    switch (event->key()) {
    case Qt::Key_Down:
        go(at + 1);
        break;
    case Qt::Key_Up:
        go(at - 1);
        break;
    case Qt::Key_Left:
    case Qt::Key_Right:
        if (at >= 0 && std::holds_alternative<Group>(rows_[at].item->body))
            fold(rows_[at].item->id, event->key() == Qt::Key_Left);
        break;
    case Qt::Key_H:
    case Qt::Key_L: // of shots there is nothing to hide or lock
        if (at >= 0 && !isShot(at)) toggle(*rows_[at].item, event->key() == Qt::Key_L);
        break;
    case Qt::Key_Delete:
        if (at >= 0 && isShot(at)) deleteShot(rows_[at].item->id);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}
int Register::entries() const {
    return static_cast<int>(rows_.size());
}
QString Register::entryName(int i) const {
    const Item& item = *rows_[i].item;
    QString text = QString::fromStdString(item.name) + ", " + QString::fromStdString(kBodyNames[item.body.index()]);
    if (!rows_[i].count.isEmpty()) text += ", " + rows_[i].count;
    if (!session_.seen(item)) text += ", " + tr("hidden");
    if (item.locked) text += ", " + tr("locked");
    return text;
}
QRectF Register::entryRect(int i) const {
    return rowRect(i);
}
bool Register::entryChosen(int i) const {
    const Item& item = *rows_[i].item;
    return std::holds_alternative<Shot>(item.body) ? item.id == session_.shotId() : session_.isChosen(item.id);
}

bool Register::isShot(int row) const {
    return std::holds_alternative<Shot>(rows_[row].item->body);
}

void Register::deleteShot(Id id) {
    if (itemsOf<Shot>(session_.project()).size() < 2)
        return Q_EMIT session_.message(tr("The last shot stays: a project needs one to be seen through."));
    const Item* item = session_.item(id);
    session_.edit(tr("Delete %1").arg(QString::fromStdString(item->name)), removed(session_.project(), id));
}

void Register::renameChosen() {
    for (size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].item->id == session_.chosen()) return rename(static_cast<int>(i));
}

bool Register::event(QEvent* event) {
    // Here H and L are the eye and the lock of the row, and among shots Delete is the row's.
    if (event->type() == QEvent::ShortcutOverride) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool shots = !rows_.empty() && isShot(0);
        if (key->modifiers() == Qt::NoModifier &&
            (key->key() == Qt::Key_H || key->key() == Qt::Key_L || (shots && key->key() == Qt::Key_Delete))) {
            event->accept();
            return true;
        }
    }
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        const int i = rowAt(help->pos());
        if (i < 0) return true;
        const bool shot = std::holds_alternative<Shot>(rows_[i].item->body);
        const int x = help->pos().x();
        QToolTip::showText(help->globalPos(),
                           !shot && x > width() - 36   ? tr("Lock: clicks in the panes pass it by (L)")
                           : !shot && x > width() - 68 ? tr("Show or hide it in the picture (H)")
                                                       : tr("Double click or F2 renames"),
                           this);
        return true;
    }
    return QWidget::event(event);
}

} // namespace thallos
