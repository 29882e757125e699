#include "app/register.h"

#include <cmath>
#include <unordered_map>

#include <QHelpEvent>
#include <QKeyEvent>
#include <QLineEdit>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QShortcut>
#include <QToolTip>

#include "app/theme.h"

namespace thallos {

namespace {

QString counted(int64_t n) { // thin spaces between thousands
    QString s = QString::number(n);
    for (int i = static_cast<int>(s.size()) - 3; i > 0; i -= 3) s.insert(i, QChar(0x2009));
    return s;
}

} // namespace

Register::Register(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("register");
    setFixedHeight(200);
    setMouseTracking(true);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Items"));
    connect(&session_, &Session::verbChanged, this, [this] {
        scroll_ = 0;
        refresh();
    });
    connect(&session_, &Session::projectChanged, this, [this] { refresh(); });
    connect(&session_, &Session::builtChanged, this, [this] { refresh(); });
    connect(&session_, &Session::chosenChanged, this, [this] {
        for (size_t i = 0; i < rows_.size(); ++i)
            if (rows_[i].item->id == session_.chosen()) {
                const int at = static_cast<int>(i);
                scroll_ = std::clamp(scroll_, at - 5, at);
            }
        update();
    });
    connect(&session_, &Session::viewChanged, this, qOverload<>(&QWidget::update));
    refresh();
}

void Register::refresh() {
    rows_.clear();
    const QString titles[] = {tr("Seated"), tr("Ground"), tr("Planted"), tr("Light by shot"), tr("Shots"), tr("Shots")};
    title_ = titles[static_cast<int>(session_.verb())];
    const auto built = session_.built();
    std::unordered_map<uint64_t, int64_t> counts;
    if (built && session_.verb() == Verb::Plant)
        for (const auto& tiles : built->plants)
            for (const auto& tile : tiles)
                for (const PlantRecord& r : tile->records) ++counts[r.item];
    for (const auto& item : session_.project().items) {
        if (!belongs(*item, session_.verb())) continue;
        Row row{item.get(), "verb-frame", {}};
        if (const auto* b = std::get_if<Building>(&item->body)) {
            row.icon = "verb-seat";
            row.count = tr("%1 parts").arg(b->model->parts.size());
        } else if (std::holds_alternative<Figure>(item->body)) {
            row.icon = "leaf-seat-figure";
            row.count = tr("1.75 m");
        } else if (const auto* p = std::get_if<BuildingPad>(&item->body)) {
            row.icon = "leaf-shape-level";
            if (const auto* b = bodyOf<Building>(session_.item(p->building)))
                row.count = tr("%1 m").arg(b->position.z + p->rise, 0, 'f', 2);
        } else if (const auto* w = std::get_if<Water>(&item->body)) {
            row.icon = "leaf-shape-water";
            row.count = tr("%1 m").arg(w->level, 0, 'f', 2);
        } else if (std::holds_alternative<Clearing>(item->body))
            row.icon = "leaf-plant-clearing";
        else if (const auto* s = std::get_if<Shot>(&item->body)) {
            const int minutes = static_cast<int>(std::lround(s->daylight.time.hour * 60));
            row.icon = session_.verb() == Verb::Light ? "verb-light" : "verb-frame";
            row.count =
                session_.verb() == Verb::Frame ? tr("%1 mm").arg(s->camera.focal, 0, 'f', 0)
                : session_.verb() == Verb::Finish
                    ? tr("%1 × %2").arg(s->size.x).arg(s->size.y)
                    : QString("%1:%2").arg(minutes / 60, 2, 10, QChar('0')).arg(minutes % 60, 2, 10, QChar('0'));
        } else {
            row.icon = std::holds_alternative<Drift>(item->body) ? "leaf-plant-drift" : "leaf-plant-specimen";
            row.count = counted(counts[item->id.value]);
        }
        rows_.push_back(row);
    }
    total_ = rows_.size() == 1 ? tr("1 entry") : tr("%1 entries").arg(rows_.size());
    scroll_ = std::clamp(scroll_, 0, std::max(0, static_cast<int>(rows_.size()) - 6));
    update();
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
    for (int i = scroll_; i < static_cast<int>(rows_.size()) && i < scroll_ + 7; ++i) {
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
        drawIcon(p, row.icon, row.item->visible ? t.accentText : t.second, QRectF(13, r.top() + 5, 18, 18));
        QFont f = typeface(Type::Body);
        if (now) f.setWeight(QFont::DemiBold);
        p.setFont(f);
        p.setPen(row.item->visible ? t.ink : t.second);
        const double right = shot ? width() - 12 : width() - 72;
        p.drawText(QRectF(44, r.top(), right - 110, 28), Qt::AlignVCenter,
                   QFontMetricsF(f).elidedText(QString::fromStdString(row.item->name), Qt::ElideRight, right - 112));
        p.setFont(typeface(Type::Body));
        p.drawText(QRectF(0, r.top(), right, 28), Qt::AlignVCenter | Qt::AlignRight, row.count);
        if (!shot) {
            drawIcon(p, row.item->visible ? "ui-eye" : "ui-eye-off", row.item->visible ? t.ink : t.second,
                     QRectF(width() - 60.0, r.top() + 6, 16, 16));
            drawIcon(p, row.item->locked ? "ui-lock" : "ui-lock-open", row.item->locked ? t.ink : t.lockIdle,
                     QRectF(width() - 28.0, r.top() + 6, 16, 16));
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
    const Item* item = rows_[i].item;
    const double x = event->position().x();
    if (std::holds_alternative<Shot>(item->body)) {
        session_.showShot(item->id);
        return;
    }
    if (x > width() - 36) return toggle(*item, true);
    if (x > width() - 68) return toggle(*item, false);
    choose(i, event->modifiers());
}

void Register::rename(int row) {
    auto* edit = new QLineEdit(QString::fromStdString(rows_[row].item->name), this);
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
    hover_ = rowAt(event->position());
    update();
}
void Register::leaveEvent(QEvent*) {
    hover_ = -1;
    update();
}
void Register::wheelEvent(QWheelEvent* event) {
    scroll_ = std::clamp(scroll_ + (event->angleDelta().y() > 0 ? -1 : 1), 0,
                         std::max(0, static_cast<int>(rows_.size()) - 6));
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
        const Item* item = rows_[i].item;
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
    case Qt::Key_A:
        if (event->modifiers() & Qt::ControlModifier) {
            std::vector<Id> ids;
            for (const Row& row : rows_)
                if (!std::holds_alternative<Shot>(row.item->body)) ids.push_back(row.item->id);
            session_.chooseAll(std::move(ids));
        }
        break;
    case Qt::Key_H:
        if (at >= 0) toggle(*rows_[at].item, false);
        break;
    case Qt::Key_L:
        if (at >= 0) toggle(*rows_[at].item, true);
        break;
    case Qt::Key_F2:
        if (at >= 0) rename(at);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}
bool Register::event(QEvent* event) {
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
