#include "app/tools.h"

#include <cmath>

#include <QCoreApplication>
#include <QKeyEvent>
#include <QRandomGenerator>

#include "app/theme.h"

namespace thallos {

namespace {

QString tr(const char* text) { return QCoreApplication::translate("Tools", text); }

void haloLine(QPainter& p, const QPolygonF& line, const QColor& color, double width = 2, Qt::PenStyle style = Qt::SolidLine) {
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(Theme::now().field, width + 2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(line);
    p.setPen(QPen(color, width, style, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(line);
}

void handle(QPainter& p, const QPointF& at, bool picked) {
    const Theme& t = Theme::now();
    p.setPen(QPen(picked ? t.field : t.accent, 1.5));
    p.setBrush(picked ? t.accent : t.field);
    p.drawEllipse(at, 4.5, 4.5);
}

// ---- Seat ----------------------------------------------------------------------------------------------------------

// Drags a building or figure over the ground; drops it to the ground as it goes.
class MoveTool : public Tool {
public:
    explicit MoveTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        const Item* item = session_.item(point.item);
        session_.choose(point.item);
        if (!item || item->locked || !point.ground) return false;
        if (const auto* b = std::get_if<Building>(&item->body))
            offset_ = xy(b->position) - xy(*point.ground);
        else if (const auto* f = std::get_if<Figure>(&item->body))
            offset_ = f->at - xy(*point.ground);
        else
            return false;
        dragged_ = item->id;
        moved_ = false;
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        if (!dragged_ || !point.ground) return;
        moved_ = true;
        const V2f to = xy(*point.ground) + offset_;
        session_.editItem(
            tr("Move"), dragged_,
            [&](Item& i) {
                if (auto* b = std::get_if<Building>(&i.body)) {
                    // What was sunk or raised against its ground stays so.
                    const HeightField& natural = session_.built()->natural;
                    const float over = b->position.z - seatHeight(*b, natural);
                    b->position.x = to.x;
                    b->position.y = to.y;
                    b->position.z = seatHeight(*b, natural) + over;
                } else if (auto* f = std::get_if<Figure>(&i.body))
                    f->at = to;
            },
            "move", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (dragged_ && moved_) session_.endEdit();
        dragged_ = {};
    }
    QString hint() const override { return tr("Drag a building or the figure over the ground · right drag looks around · wheel goes nearer"); }

private:
    Session& session_;
    Id dragged_;
    V2f offset_{0};
    bool moved_ = false;
};

class TurnTool : public Tool {
public:
    explicit TurnTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        const Item* under = session_.item(point.item);
        if (under && std::holds_alternative<Building>(under->body)) session_.choose(under->id);
        const Item* item = session_.chosenItem();
        if (!item || item->locked) return false;
        const auto* b = std::get_if<Building>(&item->body);
        const auto* f = std::get_if<Figure>(&item->body);
        if (!b && !f) return false;
        centre_ = b ? xy(b->position) : f->at;
        start_ = b ? b->yaw : f->yaw;
        from_ = angle(pane, point);
        turned_ = item->id;
        moved_ = false;
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (!turned_) return;
        moved_ = true;
        float yaw = start_ + angle(pane, point) - from_;
        if (point.modifiers & Qt::ControlModifier) yaw = radians(std::round(degrees(yaw) / 15) * 15);
        session_.editItem(
            tr("Turn"), turned_,
            [&](Item& i) {
                if (auto* b = std::get_if<Building>(&i.body)) b->yaw = yaw;
                if (auto* f = std::get_if<Figure>(&i.body)) f->yaw = yaw;
            },
            "turn", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (turned_ && moved_) session_.endEdit();
        turned_ = {};
    }
    void draw(QPainter& p, const Pane& pane) const override {
        const Item* item = session_.chosenItem();
        const auto* b = bodyOf<Building>(item);
        if (!b || pane.compact()) return;
        const V2f size = xy(bounds(*b->model).size());
        haloLine(p, pane.groundCircle(xy(b->position), 0.55f * size.length()), Theme::now().accent, 1.5, Qt::DashLine);
    }
    QString hint() const override { return tr("Drag round a building to turn it · Ctrl turns by 15 degrees"); }

private:
    float angle(const Pane&, const PanePoint& point) const {
        if (!point.ground) return from_;
        const V2f d = xy(*point.ground) - centre_;
        return std::atan2(d.y, d.x);
    }
    Session& session_;
    Id turned_;
    V2f centre_{0};
    float start_ = 0, from_ = 0;
    bool moved_ = false;
};

class FigureTool : public Tool {
public:
    explicit FigureTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        Id id;
        Project next = added(session_.project(), tr("Figure").toStdString(), Figure{xy(*point.ground), 0}, &id);
        session_.edit(tr("Stand a figure"), std::move(next));
        session_.choose(id);
        return true;
    }
    QString hint() const override { return tr("Click where a person of 1.75 m shall stand"); }

private:
    Session& session_;
};

// ---- Shape ---------------------------------------------------------------------------------------------------------

class BrushTool : public Tool {
public:
    BrushTool(Session& s, Tools& tools, BrushKind kind) : session_(s), tools_(tools), kind_(kind) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground || !session_.built()) return false;
        last_ = xy(*point.ground);
        stroke_ = QString("stroke %1").arg(++strokes_);
        at_ = point;
        dabAt(last_, point.modifiers);
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        at_ = point;
        if (!point.ground || stroke_.isEmpty()) return;
        // Dabs at even steps along the stroke, however fast the pointer is.
        const float step = std::max(tools_.brushes.of(kind_).radius * 0.25f, 0.1f);
        V2f to = xy(*point.ground);
        for (int n = 0; (to - last_).length() >= step && n < 64; ++n) {
            last_ += (to - last_).normalized() * step;
            dabAt(last_, point.modifiers);
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (stroke_.isEmpty()) return;
        stroke_.clear();
        session_.endEdit();
    }
    bool key(Pane&, QKeyEvent* event) override {
        Brush& b = tools_.brushes.of(kind_);
        if (event->key() == Qt::Key_BracketLeft) b.radius = std::max(b.radius / 1.15f, 0.2f);
        else if (event->key() == Qt::Key_BracketRight) b.radius = std::min(b.radius * 1.15f, 200.0f);
        else return false;
        Q_EMIT session_.chosenChanged(); // the inspector shows the new radius
        return true;
    }
    void draw(QPainter& p, const Pane& pane) const override {
        if (!at_ || !at_->ground || pane.compact()) return;
        const Brush& b = tools_.brushes.of(kind_);
        const V2f c = xy(*at_->ground);
        haloLine(p, pane.groundCircle(c, b.radius), Theme::now().accent);
        if (b.falloff > 0.02f && b.falloff < 0.98f) {
            p.setPen(QPen(Theme::now().accent, 1, Qt::DashLine));
            p.drawPolyline(pane.groundCircle(c, b.radius * (1 - b.falloff)));
        }
        const auto middle = pane.toScreen(*at_->ground);
        if (!middle) return;
        p.setPen(QPen(Theme::now().ink, 1.2));
        p.drawLine(*middle - QPointF(5, 0), *middle + QPointF(5, 0));
        p.drawLine(*middle - QPointF(0, 5), *middle + QPointF(0, 5));
        // Height now, and how far it was moved from where it started.
        const auto& site = pane.session().built();
        if (!site) return;
        const float z = site->field.at(c), bare = HeightField{site->field.grid, site->bare}.at(c);
        const QPointF corner = *middle + QPointF(56, -50);
        p.drawLine(*middle, corner + QPointF(0, 18));
        const QString a = tr("%1 m").arg(z, 0, 'f', 2), d = tr("%1 m %2 survey").arg(std::abs(z - bare), 0, 'f', 2).arg(z >= bare ? tr("above") : tr("below"));
        p.setBrush(Theme::now().field);
        p.setPen(QPen(Theme::now().ink, 1));
        p.drawRoundedRect(QRectF(corner, QSizeF(124, 36)), 3, 3);
        p.setFont(typeface(Type::Medium));
        p.drawText(QRectF(corner + QPointF(8, 2), QSizeF(112, 17)), Qt::AlignVCenter, a);
        p.setFont(typeface(Type::Small));
        p.drawText(QRectF(corner + QPointF(8, 17), QSizeF(112, 17)), Qt::AlignVCenter, d);
    }
    QString hint() const override {
        if (kind_ == BrushKind::Smooth) return tr("Drag to smooth · [ and ] change the radius");
        if (kind_ == BrushKind::Gravel || kind_ == BrushKind::MeadowSoil) return tr("Drag to paint · Ctrl paints the other cover · [ and ] change the radius");
        return tr("Drag to shape · Ctrl does the opposite · [ and ] change the radius");
    }

private:
    void dabAt(const V2f& where, Qt::KeyboardModifiers modifiers) {
        Brush b = tools_.brushes.of(kind_);
        if (modifiers & Qt::ControlModifier) b.kind = inverse(b.kind);
        static const char* names[] = {"Raise", "Lower", "Smooth", "Paint gravel", "Paint meadow soil"};
        Ground next = dab(*session_.project().ground, session_.built()->natural, b, where);
        session_.edit(tr(names[static_cast<int>(b.kind)]), withGround(session_.project(), std::move(next)), stroke_, Haste::Moving);
    }
    Session& session_;
    Tools& tools_;
    BrushKind kind_;
    V2f last_{0};
    QString stroke_;
    int strokes_ = 0;
};

class PadTool : public Tool {
public:
    explicit PadTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        const Item* item = session_.item(point.item);
        if (!bodyOf<Building>(item)) return false;
        for (const Item* d : dependents(session_.project(), item->id)) {
            session_.choose(d->id); // it has one already
            return true;
        }
        Id id;
        Project next = added(session_.project(), item->name + " pad", BuildingPad{item->id}, &id);
        session_.edit(tr("Level a pad"), std::move(next));
        session_.choose(id);
        return true;
    }
    QString hint() const override { return tr("Click a building to level the ground under it"); }

private:
    Session& session_;
};

class WaterTool : public Tool {
public:
    explicit WaterTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground || !session_.built()) return false;
        Id id;
        Water w;
        w.spot = xy(*point.ground);
        w.level = session_.built()->field.at(w.spot) + 0.6f;
        const auto waters = itemsOf<Water>(session_.project());
        if (!waters.empty()) { // one sheet: it moves
            session_.editItem(tr("Move the water"), waters.front()->id, [&](Item& i) {
                auto& old = std::get<Water>(i.body);
                old.spot = w.spot;
                old.level = w.level;
            });
            session_.choose(waters.front()->id);
            return true;
        }
        session_.edit(tr("Add water"), added(session_.project(), tr("Water").toStdString(), w, &id));
        session_.choose(id);
        return true;
    }
    QString hint() const override { return tr("Click a hollow: it fills 0.60 m deep at that place"); }

private:
    Session& session_;
};

// ---- Plant ---------------------------------------------------------------------------------------------------------

class SpecimenTool : public Tool {
public:
    SpecimenTool(Session& s, Tools& tools) : session_(s), tools_(tools) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        auto* random = QRandomGenerator::global();
        const Specimen s{tools_.species.toStdString(), xy(*point.ground), static_cast<float>(random->generateDouble() * 2 * M_PI), static_cast<float>(0.9 + 0.2 * random->generateDouble()),
                         static_cast<int>(random->bounded(kIndividuals))};
        // Into the chosen group of specimens, else into a new one.
        if (const Item* item = session_.chosenItem(); bodyOf<Planting>(item) && !item->locked) {
            session_.editItem(tr("Plant a specimen"), item->id, [&](Item& i) { std::get<Planting>(i.body).specimens.push_back(s); });
            return true;
        }
        Id id;
        session_.edit(tr("Plant a specimen"), added(session_.project(), s.species + " specimens", Planting{{s}}, &id));
        session_.choose(id);
        return true;
    }
    QString hint() const override { return tr("Click to plant %1 · choose the species at the right").arg(tools_.species); }

private:
    Session& session_;
    Tools& tools_;
};

// Draws closed outlines and moves their handles: drifts and clearings.
template <class Body_>
class AreaTool : public Tool {
public:
    AreaTool(Session& s, QString name, QString hint) : session_(s), name_(std::move(name)), hint_(std::move(hint)) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (!point.ground) return false;
        const V2f p = xy(*point.ground);
        // A handle of the chosen area?
        if (const auto* body = bodyOf<Body_>(session_.chosenItem()); body && drawn_.empty()) {
            for (size_t a = 0; a < body->areas.size(); ++a)
                for (size_t h = 0; h < body->areas[a].size(); ++h) {
                    const V2f& q = body->areas[a][h];
                    const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q)});
                    if (s && QLineF(*s, point.at).length() < 9) {
                        area_ = a;
                        picked_ = h;
                        dragging_ = true;
                        return true;
                    }
                }
        }
        if (drawn_.empty()) {
            drawn_ = {p};
            sketching_ = true;
            return true;
        }
        // Back at the start: closed.
        const auto s = pane.toScreen({drawn_.front().x, drawn_.front().y, pane.groundAt(drawn_.front())});
        if (drawn_.size() >= 3 && s && QLineF(*s, point.at).length() < 10) {
            finish();
            return true;
        }
        drawn_.push_back(p);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        at_ = point;
        if (!point.ground) return;
        const V2f p = xy(*point.ground);
        if (dragging_) {
            moved_ = true;
            session_.editItem(tr("Move an outline"), session_.chosen(), [&](Item& i) {
                auto& areas = std::get<Body_>(i.body).areas;
                if (area_ < areas.size() && picked_ < areas[area_].size()) areas[area_][picked_] = p;
            }, "handle", Haste::Moving);
            return;
        }
        // Dragging instead of clicking draws freely; points are set every 60 pixels.
        if (sketching_ && !drawn_.empty()) {
            const auto last = pane.toScreen({drawn_.back().x, drawn_.back().y, pane.groundAt(drawn_.back())});
            if (last && QLineF(*last, point.at).length() > 60) {
                drawn_.push_back(p);
                free_ = true;
            }
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (dragging_ && moved_) session_.endEdit();
        dragging_ = moved_ = false;
        if (sketching_ && free_ && drawn_.size() >= 3) finish();
        sketching_ = free_ = false;
    }
    void doubleClick(Pane&, const PanePoint&) override {
        if (drawn_.size() >= 3) finish();
    }
    bool key(Pane&, QKeyEvent* event) override {
        if (drawn_.empty()) return false;
        if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
            if (drawn_.size() >= 3) finish();
            return true;
        }
        if (event->key() == Qt::Key_Escape) {
            drawn_.clear();
            return true;
        }
        if (event->key() == Qt::Key_Backspace) {
            drawn_.pop_back();
            return true;
        }
        return false;
    }
    void cancel() override { drawn_.clear(); }
    void draw(QPainter& p, const Pane& pane) const override {
        if (pane.compact()) return;
        if (const auto* body = bodyOf<Body_>(session_.chosenItem()))
            for (size_t a = 0; a < body->areas.size(); ++a)
                for (size_t h = 0; h < body->areas[a].size(); ++h) {
                    const V2f& q = body->areas[a][h];
                    if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f})) handle(p, *s, dragging_ && a == area_ && h == picked_);
                }
        if (drawn_.empty()) return;
        std::vector<V2f> line = drawn_;
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        haloLine(p, pane.groundLine(line, false), Theme::now().accent);
        for (const V2f& q : drawn_)
            if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f})) handle(p, *s, false);
    }
    QString hint() const override {
        return drawn_.empty() ? hint_ : tr("Click point after point · double click, Enter or the first point closes · Backspace takes one back · Esc gives up");
    }

protected:
    virtual Body_ fresh() const = 0;

private:
    void finish() {
        std::vector<V2f> area = std::move(drawn_);
        drawn_.clear();
        // The double click set its last point twice.
        if (area.size() > 3 && (area.back() - area[area.size() - 2]).length() < 0.05f) area.pop_back();
        Body_ body = fresh();
        body.areas = {std::move(area)};
        Id id;
        session_.edit(tr("Draw %1").arg(name_.toLower()), added(session_.project(), name_.toStdString(), std::move(body), &id));
        session_.choose(id);
    }

    Session& session_;
    QString name_, hint_;
    std::vector<V2f> drawn_;
    size_t area_ = 0, picked_ = 0;
    bool dragging_ = false, moved_ = false, sketching_ = false, free_ = false;
};

class DriftTool : public AreaTool<Drift> {
public:
    explicit DriftTool(Session& s) : AreaTool(s, tr("Drift"), tr("Draw round an area to plant it · drag a handle of the chosen drift")) {}

protected:
    Drift fresh() const override {
        Drift d;
        d.mix = {{"Fescue", 0.8f}, {"Fescue in ear", 0.1f}, {"Oxeye daisy", 0.1f}};
        d.density = 6;
        d.spacing = 0.18f;
        d.seed = 1 + QRandomGenerator::global()->bounded(9999);
        return d;
    }
};

class ClearingTool : public AreaTool<Clearing> {
public:
    explicit ClearingTool(Session& s) : AreaTool(s, tr("Clearing"), tr("Draw round an area that plants shall keep out of")) {}

protected:
    Clearing fresh() const override { return {}; }
};

// Picks planting items and moves single specimens.
class PickTool : public Tool {
public:
    explicit PickTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        session_.choose(point.item);
        const Item* item = session_.chosenItem();
        const auto* planting = bodyOf<Planting>(item);
        if (!planting || item->locked || !point.ground) return planting;
        float best = 3.5f;
        picked_ = -1;
        for (size_t i = 0; i < planting->specimens.size(); ++i)
            if (const float d = (planting->specimens[i].at - xy(*point.ground)).length(); d < best) {
                best = d;
                picked_ = static_cast<int>(i);
                offset_ = planting->specimens[i].at - xy(*point.ground);
            }
        moved_ = false;
        return true;
    }
    void move(Pane&, const PanePoint& point) override {
        if (picked_ < 0 || !point.ground) return;
        moved_ = true;
        session_.editItem(tr("Move a specimen"), session_.chosen(), [&](Item& i) {
            auto& list = std::get<Planting>(i.body).specimens;
            if (picked_ < static_cast<int>(list.size())) list[picked_].at = xy(*point.ground) + offset_;
        }, "specimen", Haste::Moving);
    }
    void release(Pane&, const PanePoint&) override {
        if (moved_) session_.endEdit();
        picked_ = -1;
        moved_ = false;
    }
    QString hint() const override { return tr("Click plants to choose their group · drag a specimen to move it"); }

private:
    Session& session_;
    int picked_ = -1;
    V2f offset_{0};
    bool moved_ = false;
};

// ---- Frame ---------------------------------------------------------------------------------------------------------

class LookTool : public Tool {
public:
    explicit LookTool(Session& s) : session_(s) {}
    bool press(Pane& pane, const PanePoint& point) override {
        shot_ = qobject_cast<ShotPane*>(&pane) != nullptr;
        last_ = point.at;
        if (shot_) return true;
        // In the plan: the camera's foot is dragged, elsewhere its aim is set.
        const Camera c = session_.shot().camera;
        const auto eye = pane.toScreen(c.position);
        foot_ = eye && QLineF(*eye, point.at).length() < 14;
        if (!foot_) aim(point);
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override {
        if (!shot_) {
            if (foot_ && point.ground) {
                Camera c = session_.shot().camera;
                const float height = c.position.z - pane.groundAt(xy(c.position));
                c.position = {point.ground->x, point.ground->y, point.ground->z + height};
                session_.look(c);
            } else
                aim(point);
            return;
        }
        Camera c = session_.shot().camera;
        const Lens lens(c);
        const QRectF r = static_cast<ShotPane&>(pane).pictureRect();
        const QPointF d = point.at - last_;
        last_ = point.at;
        c.yaw -= 2 * std::atan(lens.right.length()) * static_cast<float>(d.x() / r.width());
        const auto dy = static_cast<float>(d.y() / r.height());
        if (c.pitch == 0 && std::abs(c.shift + dy) <= 0.6f)
            c.shift += dy;
        else
            c.pitch = std::clamp(c.pitch + 2 * std::atan(lens.up.length()) * dy, -1.5f, 1.5f);
        session_.look(c);
    }
    QString hint() const override { return tr("Drag to look around · W A S D walk · wheel goes nearer · K keeps the view in the shot, B goes back to it"); }

private:
    void aim(const PanePoint& point) {
        if (!point.ground) return;
        Camera c = session_.shot().camera;
        const V2f d = xy(*point.ground) - xy(c.position);
        if (d.length() < 0.5f) return;
        c.yaw = std::atan2(d.x, d.y);
        session_.look(c);
    }
    Session& session_;
    QPointF last_;
    bool shot_ = true, foot_ = false;
};

class StandTool : public Tool {
public:
    explicit StandTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!point.ground) return false;
        Camera c = session_.shot().camera;
        c.position = *point.ground + V3f(0, 0, 1.6f);
        // Looks on at what it looked at: the nearest building, if there is one.
        float best = 1e30f;
        for (const Item* item : itemsOf<Building>(session_.project())) {
            const auto* b = bodyOf<Building>(item);
            if (triangleCount(*b->model) < 200) continue;
            const V2f d = xy(b->position) - xy(c.position);
            if (d.length() < best && d.length() > 1) {
                best = d.length();
                c.yaw = std::atan2(d.x, d.y);
            }
        }
        session_.look(c);
        return true;
    }
    QString hint() const override { return tr("Click where the photographer shall stand, eye at 1.60 m"); }

private:
    Session& session_;
};

} // namespace

Brush& BrushSettings::of(BrushKind kind) {
    switch (kind) {
    case BrushKind::Raise: return raise;
    case BrushKind::Lower: return lower;
    case BrushKind::Smooth: return smooth;
    case BrushKind::Gravel: return gravel;
    case BrushKind::MeadowSoil: return soil;
    }
    return raise;
}

Tools::Tools(Session& session) : session_(session) {
    auto own = [&](std::unique_ptr<Tool> tool) {
        owned_.push_back(std::move(tool));
        return owned_.back().get();
    };
    auto brush = [&](BrushKind kind) {
        Tool* t = own(std::make_unique<BrushTool>(session, *this, kind));
        brushTools_.emplace_back(t, kind);
        return t;
    };
    auto add = [&](Verb verb, Leaf leaf) { leaves[static_cast<int>(verb)].push_back(std::move(leaf)); };
    add(Verb::Seat, {"open", tr("Open"), "leaf-seat-open", tr("Bring a building or prop from a model file into the picture"), "Ctrl+I", nullptr, {}});
    add(Verb::Seat, {"move", tr("Move"), "leaf-seat-move", tr("Drag buildings and figures over the site; they keep to the ground"), "M", own(std::make_unique<MoveTool>(session)), {}});
    add(Verb::Seat, {"turn", tr("Turn"), "leaf-seat-turn", tr("Turn the chosen building, so that other faces catch the light"), "R", own(std::make_unique<TurnTool>(session)), {}});
    add(Verb::Seat, {"drop", tr("Drop"), "leaf-seat-drop", tr("Set the chosen building down on the ground under it"), "G", nullptr, [this] {
                         const Item* item = session_.chosenItem();
                         if (!bodyOf<Building>(item) || !session_.built()) {
                             Q_EMIT session_.message(tr("Choose a building first, then drop it."));
                             return;
                         }
                         session_.editItem(tr("Drop to the ground"), item->id, [&](Item& i) {
                             auto& b = std::get<Building>(i.body);
                             b.position.z = seatHeight(b, session_.built()->natural);
                         });
                     }});
    add(Verb::Seat, {"figure", tr("Figure"), "leaf-seat-figure", tr("Stand a person of 1.75 m in the picture to judge sizes by"), "P", own(std::make_unique<FigureTool>(session)), {}});

    add(Verb::Shape, {"raise", tr("Raise"), "leaf-shape-raise", tr("Bring earth: the ground rises under the brush"), "U", brush(BrushKind::Raise), {}});
    add(Verb::Shape, {"lower", tr("Lower"), "leaf-shape-lower", tr("Take earth away: the ground sinks under the brush"), "L", brush(BrushKind::Lower), {}});
    add(Verb::Shape, {"smooth", tr("Smooth"), "leaf-shape-smooth", tr("Soften banks and bumps under the brush"), "O", brush(BrushKind::Smooth), {}});
    add(Verb::Shape, {"pad", tr("Level"), "leaf-shape-level", tr("Level the ground under a building and batter it into the slope"), "G", own(std::make_unique<PadTool>(session)), {}});
    add(Verb::Shape, {"water", tr("Water"), "leaf-shape-water", tr("Fill a hollow with water"), "T", own(std::make_unique<WaterTool>(session)), {}});
    add(Verb::Shape, {"gravel", tr("Gravel"), "leaf-shape-gravel", tr("Paint gravel; plants keep off it"), "V", brush(BrushKind::Gravel), {}});
    add(Verb::Shape, {"soil", tr("Soil"), "leaf-shape-soil", tr("Paint meadow soil back over gravel"), "N", brush(BrushKind::MeadowSoil), {}});

    add(Verb::Plant, {"pick", tr("Pick"), "leaf-plant-pick", tr("Choose planting in the picture and move single specimens"), "M", own(std::make_unique<PickTool>(session)), {}});
    add(Verb::Plant, {"specimen", tr("Specimen"), "leaf-plant-specimen", tr("Plant single trees, shrubs or tufts by hand"), "P", own(std::make_unique<SpecimenTool>(session, *this)), {}});
    add(Verb::Plant, {"drift", tr("Drift"), "leaf-plant-drift", tr("Plant a natural group over an area that you draw"), "R", own(std::make_unique<DriftTool>(session)), {}});
    add(Verb::Plant, {"clearing", tr("Clearing"), "leaf-plant-clearing", tr("Keep plants out of an area that you draw"), "C", own(std::make_unique<ClearingTool>(session)), {}});

    add(Verb::Frame, {"look", tr("Look"), "leaf-frame-look", tr("Look and walk around without changing the shot"), "M", own(std::make_unique<LookTool>(session)), {}});
    add(Verb::Frame, {"stand", tr("Stand"), "leaf-frame-stand", tr("Put the camera where you click, at eye height"), "P", own(std::make_unique<StandTool>(session)), {}});
    add(Verb::Frame, {"upright", tr("Upright"), "leaf-frame-upright", tr("Turn the tilt of the camera into lens shift, so that walls stand upright"), "U", nullptr,
                      [this] { session_.look(upright(session_.shot().camera)); }});
    add(Verb::Frame, {"keep", tr("Keep"), "leaf-frame-keep", tr("Keep the view you looked up in the shot"), "K", nullptr, [this] { session_.keepLook(); }});
}

void Tools::setAction(const QString& id, std::function<void()> action) {
    for (auto& verb : leaves)
        for (Leaf& leaf : verb)
            if (leaf.id == id) leaf.action = action;
}

Brush* Tools::brushOf(const Tool* tool) {
    for (const auto& [t, kind] : brushTools_)
        if (t == tool) return &brushes.of(kind);
    return nullptr;
}

} // namespace thallos
