#include "app/panes/pane.h"

#include <algorithm>
#include <cmath>
#include <unordered_set>

#include <QKeyEvent>
#include <QMouseEvent>
#include <QNativeGestureEvent>
#include <QTabletEvent>

#include "app/panes/hidden_line.h"
#include "app/panes/tool.h"
#include "app/words/numbers.h"
#include "app/work/kind.h"
#include "core/trace/probe.h"
#include "core/trace/ray.h"
#include "core/trace/shading.h"

namespace thallos {

Pane::Pane(Session& session, Engine& engine, QWidget* parent) : QWidget(parent), session_(session), engine_(engine) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAttribute(Qt::WA_OpaquePaintEvent); // every pixel is painted here
    hiddenLine_ = new HiddenLine(session_, this);
    laterView_.setSingleShot(true);
    connect(&laterView_, &QTimer::timeout, this, &Pane::updateNow);
    connect(&session_.selection, &Selection::changed, this, qOverload<>(&QWidget::update));
    connect(&session_.view, &View::highlightChanged, this, qOverload<>(&QWidget::update));
    connect(&session_.document, &Document::changed, this, [this] { update(); });
    connect(&session_.document, &Document::builtChanged, this, qOverload<>(&QWidget::update));
    connect(&session_, &Session::handSettingsChanged, this, qOverload<>(&QWidget::update));
    connect(&session_.view, &View::visibilityChanged, this, qOverload<>(&QWidget::update));
}

void Pane::setTool(Tool* tool) {
    if (tool_ && tool_ != tool) tool_->cancel();
    tool_ = tool;
    describe();
    update();
}

void Pane::setCompact(bool compact) {
    compact_ = compact;
    hiddenLine_->setWanted(!compact);
    update();
}

void Pane::updateView() {
    constexpr int kFollows = 40; // ms
    if (drag_ != Drag::None && sinceView_.isValid() && sinceView_.elapsed() < kFollows) {
        if (!laterView_.isActive()) laterView_.start(kFollows - static_cast<int>(sinceView_.elapsed()));
        return;
    }
    updateNow();
}

void Pane::updateNow() {
    laterView_.stop();
    sinceView_.start();
    update();
}

float Pane::groundAt(const V2f& p) const {
    return session_.document.built() ? session_.document.built()->land.field.at(p) : 0;
}

void Pane::probe() {
    probed_.clear();
    const auto scene = engine_.scene();
    if (!rect().contains(last_.toPoint())) last_ = rect().center(); // by keyboard alone: the middle
    const PanePoint point = pick(last_);
    if (!scene || !point.inside) return;
    const Probed p = thallos::probe(*scene, point.origin, point.direction);
    const Item* item = session_.document.item(p.item);
    const auto text = [](const std::string& s) { return QString::fromStdString(s); };
    if (std::isinf(p.distance))
        probed_ << tr("Sky");
    else {
        QStringList head;
        head << (item ? text(item->name) : tr("Ground"));
        if (!p.plant.empty()) head << text(p.plant);
        if (!p.part.empty() && item && p.part != item->name) head << text(p.part);
        probed_ << head.join(" · ");
        if (!p.material.empty()) probed_ << text(p.material);
        QStringList where{tr("distance %1").arg(lengthText(p.distance)),
                          tr("slope %1°").arg(decimalText(degrees(p.slope), 1))};
        probed_ << where.join(" · ");
        QString height = tr("height %1").arg(lengthText(p.position.z));
        if (p.onSite && std::abs(p.overGround) > 0.02f)
            height += tr(", %1 over the ground").arg(lengthText(p.overGround));
        probed_ << height;
    }
    if (const auto light = luminanceAt(last_)) {
        const auto [cd, ev] = *light;
        QString line = tr("%1 cd/m²").arg(decimalText(cd, cd < 10 ? 2 : 0));
        if (cd > 0) {
            const double stops = std::log2(cd / (0.125 * std::exp2(ev)));
            line +=
                tr(" · %1%2 stops from middle grey").arg(stops < 0 ? "−" : "+").arg(decimalText(std::abs(stops), 1));
        }
        probed_ << line;
    }
    describe();
}

void Pane::mousePressEvent(QMouseEvent* event) {
    byKeys_ = false;
    setFocus(Qt::MouseFocusReason);
    last_ = event->position();
    if (busy() && drag_ == Drag::Tool) return; // another button during a drag
    if (event->button() == Qt::RightButton || event->button() == Qt::MiddleButton) {
        const bool shift = event->button() == Qt::MiddleButton || (event->modifiers() & Qt::ShiftModifier);
        drag_ = shift ? Drag::Shift : event->modifiers() & Qt::ControlModifier ? Drag::Turn : Drag::Orbit;
        orbitAbout_ = pick(last_).surface;
        setCursor(Qt::ClosedHandCursor);
        return;
    }
    if (event->button() != Qt::LeftButton) return;
    PanePoint point = pick(event->position(), event->modifiers());
    point.pen = pen_;
    pressed_ = event->position();
    const Id under = session_.selection.firstSelectable(point.under);
    if (selecting() && (event->modifiers() & Qt::ShiftModifier) && !(tool_ && tool_->grips(*this, point))) {
        drag_ = under ? Drag::None : Drag::Frame;
        outline_.clear();
        if (!under && (event->modifiers() & Qt::ControlModifier)) outline_ << pressed_;
        // Parts are added to parts of the same building.
        if (under && point.item == under && point.part >= 0 && session_.selection.last() == under &&
            !session_.selection.parts().empty())
            session_.selection.togglePart(under, point.part);
        else if (under)
            session_.selection.toggle(under);
        selectedByPress_ = {};
        return;
    }
    // A press on what is selected may begin a drag of all of it: it is selected alone only by the release.
    selectedByPress_ = under;
    selectedBefore_ = session_.selection.all().size() == 1 ? session_.selection.last() : Id{};
    wholeBefore_ = session_.selection.specimen() < 0 && session_.selection.parts().empty();
    if (tool_ && tool_->press(*this, point)) {
        drag_ = Drag::Tool;
        update();
        Q_EMIT pressed(point);
        return;
    }
    if (selecting() && !under) {
        drag_ = Drag::Frame;
        outline_.clear();
        if (event->modifiers() & Qt::ControlModifier) outline_ << pressed_;
    } else if (!session_.selection.holds(under))
        session_.selection.set(under);
    Q_EMIT pressed(point);
}

bool Pane::selecting() const {
    return !tool_ || tool_->selects();
}

bool Pane::busy() const {
    return drag_ != Drag::None || (tool_ && tool_->busy());
}

// Seen items of the verb, not locked, the middle of whose outline lies in the rectangle or the drawn outline; groups
// for what they hold.
std::vector<Id> Pane::framed() const {
    const QRectF frame = QRectF(pressed_, last_).normalized();
    std::vector<Id> ids;
    std::unordered_set<Id> once;
    const Project& project = session_.document.project();
    for (const auto& item : project.items) {
        if (bodyOf<Group>(item.get()) || !session_.view.seen(*item) || fixed(project, *item) ||
            !belongs(project, *item, session_.view.verb()))
            continue;
        QRectF all;
        for (const QPolygonF& l :
             withItemKind(*item, [&](const auto&kind, const auto&body) { return kind.outline(body, *item, *this); }))
            all = all.isNull() ? l.boundingRect() : all.united(l.boundingRect());
        if (all.isNull()) continue;
        const bool in =
            outline_.isEmpty() ? frame.contains(all.center()) : outline_.containsPoint(all.center(), Qt::OddEvenFill);
        const Id id = outermost(project, item->id);
        if (in && once.insert(id).second) ids.push_back(id);
    }
    return ids;
}

void Pane::meet(const V3f& origin, const V3f& direction, const V3f& camera, PanePoint& point) const {
    const auto scene = engine_.scene();
    point.origin = origin;
    point.direction = direction;
    point.inside = true;
    const auto isGround = [&](const Hit& hit) {
        const ObjectKind kind = scene->objects[hit.object].kind;
        return kind == ObjectKind::Ground || kind == ObjectKind::Far;
    };
    V3f o = origin;
    for (int k = 0; k < 48; ++k) {
        const Hit hit = trace(*scene, o, direction, camera);
        if (!hit) break;
        if (!point.surface) point.surface = hit.position;
        if (isGround(hit)) break;
        const Id id = itemAt(*scene, hit);
        const bool known = std::find(point.under.begin(), point.under.end(), id) != point.under.end();
        if (!known && id) point.under.push_back(id);
        if (k == 0) {
            point.item = id;
            const SceneObject& object = scene->objects[hit.object];
            if (object.kind == ObjectKind::Building) {
                point.part = static_cast<int>(hit.part);
                point.material = object.model->parts[hit.part].material;
            }
            if (hit.plant && bodyOf<Specimens>(session_.document.item(id)))
                point.specimen = static_cast<int>(hit.plant->key);
        }
        o = hit.position + direction * (known ? 0.2f : 0.01f); // quickly through a crown or a meadow
    }
    // The ground without the plants on it.
    o = origin;
    for (int k = 0; k < 64; ++k) {
        const Hit hit = trace(*scene, o, direction, camera, kFarAway, kMaskSolid | kMaskClear);
        if (!hit) break;
        if (isGround(hit)) {
            if (scene->site->land.field.grid.box().intersects(xy(hit.position))) point.ground = hit.position;
            break;
        }
        o = hit.position + direction * 0.01f;
    }
}

void Pane::hideEvent(QHideEvent*) {
    giveUpDrag();
}

// A drag whose end never came: the pane went away, or a dialog took the release.
void Pane::giveUpDrag() {
    if (drag_ == Drag::None) return;
    if (drag_ == Drag::Tool && tool_) tool_->cancel();
    drag_ = Drag::None;
    outline_.clear();
    selectedByPress_ = {};
    unsetCursor();
    update();
}

void Pane::describe() {
    QStringList text = probed_;
    if (tool_) text << tool_->hint();
    if (const QString now = text.join(" · "); now != accessibleDescription()) setAccessibleDescription(now);
}

void Pane::clickCentre() {
    const QPointF at = QRectF(rect()).center();
    const auto send = [&](QEvent::Type type, Qt::MouseButtons held) {
        QMouseEvent mouse(type, at, mapToGlobal(at), Qt::LeftButton, held, Qt::NoModifier);
        if (type == QEvent::MouseButtonPress)
            mousePressEvent(&mouse);
        else
            mouseReleaseEvent(&mouse);
    };
    send(QEvent::MouseButtonPress, Qt::LeftButton);
    send(QEvent::MouseButtonRelease, Qt::NoButton);
    byKeys_ = true;
}

void Pane::mouseMoveEvent(QMouseEvent* event) {
    byKeys_ = false;
    const QPointF at = event->position();
    if (event->buttons() == Qt::NoButton) giveUpDrag();
    if (drag_ == Drag::Tool && tool_) {
        PanePoint point = pick(at, event->modifiers());
        point.pen = pen_;
        tool_->move(*this, point);
    } else if (drag_ == Drag::Orbit || drag_ == Drag::Turn || drag_ == Drag::Shift) {
        lookBy(at - last_, drag_, last_);
        last_ = at;
        if (!probing_) return; // the changed view is drawn when it is told
    } else if (drag_ == Drag::Frame) {
        if (!outline_.isEmpty()) outline_ << at;
    } else if (tool_)
        tool_->hover(*this, pick(at, event->modifiers()));
    last_ = at;
    if (probing_) probe();
    update();
}

void Pane::mouseReleaseEvent(QMouseEvent* event) {
    const bool still = QLineF(pressed_, event->position()).length() < 4;
    const bool left = event->button() == Qt::LeftButton;
    if (drag_ == Drag::Tool) {
        if (!left) return;
        if (tool_) tool_->release(*this, pick(event->position(), event->modifiers()));
    } else if (drag_ == Drag::Frame && left) {
        last_ = event->position();
        const std::vector<Id> in = still ? std::vector<Id>{} : framed();
        std::vector<Id> ids = in;
        if (event->modifiers() & Qt::ShiftModifier) {
            // Added to what is selected; taken away when all of it was selected already.
            const bool all =
                !in.empty() && std::all_of(in.begin(), in.end(), [&](Id id) { return session_.selection.holds(id); });
            ids = session_.selection.all();
            std::erase_if(ids, [&](Id id) { return std::find(in.begin(), in.end(), id) != in.end(); });
            if (!all) ids.insert(ids.end(), in.begin(), in.end());
        }
        outline_.clear();
        session_.selection.setAll(std::move(ids));
    }
    if (selecting() && left && still && selectedByPress_ && (event->modifiers() & Qt::ShiftModifier)) {
        session_.selection.toggle(selectedByPress_); // a handle lay over it
    } else if (selecting() && left && still && selectedByPress_) {
        // A click in the same place again goes on: into a group, to one specimen of a planting, to what lies beneath.
        Id next = selectedByPress_;
        int specimen = -1, part = -1;
        // Within a building whose parts are selected a click goes to the part under it.
        if (selectedBefore_ == selectedByPress_ && !wholeBefore_)
            if (const PanePoint point = pick(event->position()); point.item == next) part = point.part;
        if (QLineF(clickedBefore_, event->position()).length() < 4 && selectedBefore_ && part < 0) {
            const PanePoint point = pick(event->position());
            const std::vector<Id> free = session_.selection.selectable(point.under);
            const auto at = std::find(free.begin(), free.end(), selectedBefore_);
            if (at != free.end()) next = at + 1 == free.end() ? free.front() : *(at + 1);
            const auto* plants = bodyOf<Specimens>(session_.document.item(selectedBefore_));
            if (plants && plants->specimens.size() > 1 && point.item == selectedBefore_ && point.specimen >= 0 &&
                wholeBefore_) {
                next = selectedBefore_;
                specimen = point.specimen;
            }
            const auto* building = bodyOf<Building>(session_.document.item(selectedBefore_));
            if (building && building->model->parts.size() > 1 && point.item == selectedBefore_ && wholeBefore_) {
                next = selectedBefore_;
                part = point.part;
            }
        }
        if (specimen >= 0)
            session_.selection.setSpecimen(next, specimen);
        else if (part >= 0)
            session_.selection.setParts(next, {part});
        else
            session_.selection.set(next);
        clickedBefore_ = event->position();
    }
    if (left) selectedByPress_ = {};
    if (drag_ != Drag::None) {
        drag_ = Drag::None;
        unsetCursor();
    }
    describe();
    update();
}

void Pane::tabletEvent(QTabletEvent* event) {
    constexpr double kFlat = 60; // degrees
    pen_ = {event->type() == QEvent::TabletRelease ? 1 : static_cast<float>(event->pressure()),
            static_cast<float>(std::min(std::hypot(event->xTilt(), event->yTilt()) / kFlat, 1.0)),
            event->pointerType() == QPointingDevice::PointerType::Eraser};
    const QEvent::Type type = event->type() == QEvent::TabletPress     ? QEvent::MouseButtonPress
                              : event->type() == QEvent::TabletRelease ? QEvent::MouseButtonRelease
                                                                       : QEvent::MouseMove;
    QMouseEvent mouse(type, event->position(), event->globalPosition(), event->button(), event->buttons(),
                      event->modifiers(), event->pointingDevice());
    if (type == QEvent::MouseButtonPress)
        mousePressEvent(&mouse);
    else if (type == QEvent::MouseButtonRelease)
        mouseReleaseEvent(&mouse);
    else
        mouseMoveEvent(&mouse);
    if (type == QEvent::MouseButtonRelease) pen_ = {};
    event->accept();
}

void Pane::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && tool_)
        tool_->doubleClick(*this, pick(event->position(), event->modifiers()));
    update();
}

void Pane::leaveEvent(QEvent*) {
    if (tool_) tool_->leave();
    update();
}

void Pane::wheelEvent(QWheelEvent* event) {
    // A trackpad tells pixels: two fingers shift the view, with Ctrl they go nearer. A wheel tells notches.
    const QPointF pixels = event->pixelDelta();
    event->accept();
    if (tool_ && tool_->wheel(*this, event->angleDelta().y() / 120.0, event->modifiers())) return update();
    if (!pixels.isNull() && event->phase() != Qt::NoScrollPhase && !(event->modifiers() & Qt::ControlModifier)) {
        orbitAbout_ = pick(event->position()).surface;
        lookBy(pixels, Drag::Shift, event->position());
    } else
        zoomBy(event->angleDelta().y() / 120.0, event->position());
}

bool Pane::event(QEvent* event) {
    // Keys that are the pane's or its tool's before they are commands of the window.
    if (event->type() == QEvent::ShortcutOverride) {
        auto* key = static_cast<QKeyEvent*>(event);
        const bool plain = !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier | Qt::MetaModifier));
        if (plain && (busy() || walksWith(*key) || (tool_ && tool_->wants(*this, *key)))) {
            event->accept();
            return true;
        }
    }
    if (event->type() == QEvent::NativeGesture) {
        auto* gesture = static_cast<QNativeGestureEvent*>(event);
        if (gesture->gestureType() == Qt::ZoomNativeGesture) {
            zoomBy(gesture->value() * 6, gesture->position());
            return true;
        }
    }
    // Tab swaps the panes while one has the focus, instead of moving it on.
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Tab && !(key->modifiers() & (Qt::ControlModifier | Qt::AltModifier))) {
            if (tool_ && tool_->busy())
                tool_->key(*this, key);
            else if (drag_ == Drag::None)
                Q_EMIT swapRequested();
            return true;
        }
    }
    return QWidget::event(event);
}

void Pane::keyPressEvent(QKeyEvent* event) {
    if (tool_ && tool_->key(*this, event)) {
        update();
        return;
    }
    if (event->key() == Qt::Key_Space && !(event->modifiers() & Qt::ControlModifier)) {
        if (!event->isAutoRepeat()) {
            probing_ = true;
            probe();
            update();
        }
        return;
    }
    if (event->key() == Qt::Key_Escape) {
        if (drag_ == Drag::Frame) {
            drag_ = Drag::None;
            outline_.clear();
        } else {
            if (tool_) tool_->cancel();
            // From parts back to the building, then to nothing.
            session_.selection.set(session_.selection.parts().empty() ? Id{} : session_.selection.last());
        }
        update();
        return;
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && tool_) {
        clickCentre();
        return;
    }
    byKeys_ = true;
    lookKey(event);
    if (tool_) tool_->hover(*this, pick(QRectF(rect()).center()));
}

void Pane::keyReleaseEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Space || event->isAutoRepeat()) return QWidget::keyReleaseEvent(event);
    probing_ = false;
    probed_.clear();
    describe();
    update();
}

} // namespace thallos
