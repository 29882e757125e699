#include "app/tools/makers.h"

#include <cmath>

#include <QKeyEvent>
#include <QRandomGenerator>

#include "app/panes/drawing.h"
#include "app/widgets/theme.h"
#include "app/words/text.h"
#include "core/base/error.h"
#include "core/project/climb.h"

namespace thallos {

namespace {

class SpecimenTool : public Tool {
public:
    SpecimenTool(Session& s, Tools& tools) : session_(s), tools_(tools) {}
    bool press(Pane&, const PanePoint& point) override {
        if (climbs(point) || !onGround(session_, point)) return true;
        auto* random = QRandomGenerator::global();
        const Specimen s{
            tools_.species.toStdString(), xy(*point.ground), static_cast<float>(random->generateDouble() * 2 * M_PI),
            static_cast<float>(0.9 + 0.2 * random->generateDouble()), static_cast<int>(random->bounded(kIndividuals))};
        // Into the selected group of specimens, else into a new one.
        if (const Item* item = session_.selection.item(); bodyOf<Specimens>(item) && !item->locked) {
            session_.document.editItem(tr("Plant specimen"), item->id,
                                       [&](Item& i) { std::get<Specimens>(i.body).specimens.push_back(s); });
            return true;
        }
        Id id;
        session_.document.edit(tr("Plant specimen"),
                               added(session_.document.project(), s.species + " specimens", Specimens{{s}}, &id));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override {
        return climber()
                   ? tr("Click a wall or a single tree for %1 to climb · elsewhere it stands alone").arg(tools_.species)
                   : tr("Click to plant %1 · choose the species at the right").arg(tools_.species);
    }

private:
    bool climber() const {
        const auto built = session_.document.built();
        const int species = built ? built->library->find(tools_.species.toStdString()) : -1;
        return species >= 0 && std::holds_alternative<ClimberRecipe>(built->library->species()[species].recipe.growth);
    }

    // A climber on what is clicked, if it is something to climb.
    bool climbs(const PanePoint& point) {
        const Item* on = session_.document.item(point.item);
        if (!climber() || !point.surface || (!bodyOf<Building>(on) && !bodyOf<Specimens>(on))) return false;
        const auto built = session_.document.built();
        try {
            const Climber c = climberAt(session_.document.project(), built->field, *built->library, point.item,
                                        point.specimen, *point.surface, point.direction, tools_.species.toStdString());
            Id id;
            session_.document.edit(tr("Plant climber"),
                                   added(session_.document.project(), c.species + ", " + on->name, c, &id));
            session_.selection.set(id);
        } catch (const Error& e) {
            Q_EMIT session_.message(sentenceOf(e));
        }
        return true;
    }

    Session& session_;
    Tools& tools_;
};

// Draws closed outlines and moves their handles: drifts and clearings.
template <class Body_> class AreaTool : public Tool {
public:
    AreaTool(Session& s, QString name, QString hint) : session_(s), name_(std::move(name)), hint_(std::move(hint)) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (!point.ground) return false;
        const V2f p = xy(*point.ground);
        // A handle of the selected area?
        if (const auto* body = bodyOf<Body_>(session_.selection.item()); body && drawn_.empty()) {
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
            session_.document.editItem(
                tr("Move outline point"), session_.selection.last(),
                [&](Item& i) {
                    auto& areas = std::get<Body_>(i.body).areas;
                    if (area_ < areas.size() && picked_ < areas[area_].size()) areas[area_][picked_] = p;
                },
                "handle", BuildMode::Moving);
            return;
        }
        // Dragging instead of clicking draws freely; points are set every 32 pixels.
        if (sketching_ && !drawn_.empty()) {
            const auto last = pane.toScreen({drawn_.back().x, drawn_.back().y, pane.groundAt(drawn_.back())});
            if (last && QLineF(*last, point.at).length() > 32) {
                drawn_.push_back(p);
                free_ = true;
            }
        }
    }
    void release(Pane&, const PanePoint&) override {
        if (dragging_ && moved_) session_.document.endEdit();
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
    bool busy() const override { return dragging_ || sketching_; }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        return !drawn_.empty() && (event.key() == Qt::Key_Escape || event.key() == Qt::Key_Backspace ||
                                   event.key() == Qt::Key_Return || event.key() == Qt::Key_Enter);
    }
    void draw(QPainter& p, const Pane& pane) const override {
        if (pane.compact()) return;
        if (const auto* body = bodyOf<Body_>(session_.selection.item()))
            for (size_t a = 0; a < body->areas.size(); ++a)
                for (size_t h = 0; h < body->areas[a].size(); ++h) {
                    const V2f& q = body->areas[a][h];
                    if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f}))
                        drawHandle(p, *s, dragging_ && a == area_ && h == picked_);
                }
        if (drawn_.empty()) return;
        std::vector<V2f> line = drawn_;
        if (at_ && at_->ground) line.push_back(xy(*at_->ground));
        for (const QPolygonF& l : pane.groundLine(line, false)) haloLine(p, l, Theme::now().accent);
        for (const V2f& q : drawn_)
            if (const auto s = pane.toScreen({q.x, q.y, pane.groundAt(q) + 0.05f})) drawHandle(p, *s, false);
    }
    QString hint() const override {
        return drawn_.empty() ? hint_
                              : tr("Click point after point · double click, Enter or the first point closes · "
                                   "Backspace removes the last · Esc cancels");
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
        session_.document.edit(tr("Draw %1").arg(name_.toLower()),
                               added(session_.document.project(), name_.toStdString(), std::move(body), &id));
        session_.selection.set(id);
    }

    Session& session_;
    QString name_, hint_;
    std::vector<V2f> drawn_;
    size_t area_ = 0, picked_ = 0;
    bool dragging_ = false, moved_ = false, sketching_ = false, free_ = false;
};

class DriftTool : public AreaTool<Drift> {
public:
    explicit DriftTool(Session& s)
        : AreaTool(s, tr("Drift"), tr("Draw an area to plant · drag a point of the selected drift")) {}

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
    explicit ClearingTool(Session& s) : AreaTool(s, tr("Clearing"), tr("Draw an area to keep free of plants")) {}

protected:
    Clearing fresh() const override { return {}; }
};

} // namespace

std::unique_ptr<Tool> makeSpecimenTool(Session& session, Tools& tools) {
    return std::make_unique<SpecimenTool>(session, tools);
}
std::unique_ptr<Tool> makeDriftTool(Session& session) {
    return std::make_unique<DriftTool>(session);
}
std::unique_ptr<Tool> makeClearingTool(Session& session) {
    return std::make_unique<ClearingTool>(session);
}

} // namespace thallos
