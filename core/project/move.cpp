#include "core/project/move.h"

#include "core/project/climb.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

using Areas = std::vector<std::vector<V2f>>;

Areas* areasOf(Body& body) {
    if (auto* d = std::get_if<Drift>(&body)) return &d->areas;
    if (auto* c = std::get_if<Clearing>(&body)) return &c->areas;
    return nullptr;
}

struct Moving {
    const Movement& m;
    const HeightField* ground; // null: heights change by m.by.z alone
    int specimen;

    V2f to(const V2f& p) const {
        const V2f d = (p - m.pivot) * m.size;
        if (m.turn == 0) return (m.size == 1 ? p : m.pivot + d) + xy(m.by); // untouched to the last bit
        const float c = std::cos(m.turn), s = std::sin(m.turn);
        return m.pivot + V2f(c * d.x - s * d.y, s * d.x + c * d.y) + xy(m.by);
    }
    void operator()(Building& b) const {
        const float over = ground ? b.position.z - seatHeight(b, *ground) : 0;
        const V2f at = to(xy(b.position));
        b.position = {at.x, at.y, b.position.z};
        b.yaw += m.turn;
        b.scale = std::clamp(b.scale * m.size, 1e-3f, 1e3f);
        if (ground) b.position.z = seatHeight(b, *ground) + over;
        b.position.z += m.by.z;
    }
    void operator()(Figure& f) const {
        f.at = to(f.at);
        f.yaw += m.turn;
    }
    void operator()(BuildingPad&) const {}
    void operator()(Water& w) const {
        w.spot = to(w.spot);
        w.level += m.by.z;
    }
    void operator()(Planting& p) const {
        for (size_t i = 0; i < p.specimens.size(); ++i) {
            if (specimen >= 0 && i != static_cast<size_t>(specimen)) continue;
            Specimen& s = p.specimens[i];
            s.at = to(s.at);
            s.yaw += m.turn;
            s.scale = std::clamp(s.scale * m.size, 0.05f, 10.0f);
        }
    }
    void operator()(Climber&) const {} // goes with what it climbs
    void operator()(Drift& d) const { areas(d.areas); }
    void operator()(Clearing& c) const { areas(c.areas); }
    void operator()(Shot& s) const {
        const V2f from = xy(s.camera.position), at = to(from);
        const float eye = ground ? s.camera.position.z - ground->at(from) : 0;
        s.camera.position = {at.x, at.y, (ground ? ground->at(at) + eye : s.camera.position.z) + m.by.z};
        s.camera.yaw -= m.turn; // a bearing
    }
    void operator()(Group&) const {}
    void operator()(Mark& mark) const {
        for (V3f& p : mark.points) {
            const V2f from = xy(p), at = to(from);
            const float over = ground ? p.z - ground->at(from) : 0;
            p = {at.x, at.y, (ground ? ground->at(at) + over : p.z) + m.by.z};
        }
    }
    void areas(Areas& list) const {
        for (auto& area : list)
            for (V2f& p : area) p = to(p);
    }
};

} // namespace

Project moved(const Project& project, const std::vector<Id>& ids, const Movement& m, const HeightField* ground,
              int specimen) {
    Project out = project;
    const std::vector<Id> which = leaves(project, ids);
    const Moving moving{m, m.toGround ? ground : nullptr, specimen};
    const auto moves = [&](const Item& item) {
        return std::find(which.begin(), which.end(), item.id) != which.end() && !fixed(project, item);
    };
    for (auto& slot : out.items) {
        if (const auto* climber = std::get_if<Climber>(&slot->body)) {
            // On a building it is in the building's axes; with a specimen it goes along.
            const Item* on = find(project, climber->on);
            const auto* planting = bodyOf<Planting>(on);
            const Specimen* s = planting && moves(*on) ? specimenOf(*planting, *climber) : nullptr;
            if (!s || (specimen >= 0 && s - planting->specimens.data() != specimen)) continue;
            Item item = *slot;
            const V2f at = moving.to(s->at);
            std::get<Climber>(item.body).foot = {at.x, at.y, 0};
            slot = std::make_shared<const Item>(std::move(item));
            continue;
        }
        if (!moves(*slot) || std::holds_alternative<BuildingPad>(slot->body)) continue;
        Item item = *slot;
        std::visit(moving, item.body);
        slot = std::make_shared<const Item>(std::move(item));
    }
    return out;
}

Project withCopies(const Project& project, const std::vector<std::shared_ptr<const Item>>& items, const V2f& by,
                   const HeightField* ground, std::vector<Id>* copies) {
    Project out = project;
    Movement movement;
    movement.by = {by.x, by.y, 0};
    std::vector<std::pair<Id, Id>> known; // of the item and of its copy
    const auto copyOf = [&](Id original) {
        for (const auto& [from, to] : known)
            if (from == original) return to;
        return Id{};
    };
    auto copy = [&](const Item& item, Body body) {
        std::visit(Moving{movement, ground, -1}, body);
        Id id;
        out = added(out, item.name, std::move(body), &id);
        Item whole = *out.items.back();
        whole.visible = item.visible;
        whole.group = item.group; // its copy's, below
        out.items.back() = std::make_shared<const Item>(std::move(whole));
        known.emplace_back(item.id, id);
        if (copies) copies->push_back(id);
    };
    for (const auto& item : items)
        if (!std::holds_alternative<BuildingPad>(item->body) && !std::holds_alternative<Climber>(item->body))
            copy(*item, item->body);
    // Pads and climbers go with the copies of what they are on.
    for (const auto& item : items) {
        if (const auto* pad = std::get_if<BuildingPad>(&item->body))
            if (const Id made = copyOf(pad->building)) {
                BuildingPad mine = *pad;
                mine.building = made;
                copy(*item, mine);
            }
        if (const auto* climber = std::get_if<Climber>(&item->body))
            if (const Id made = copyOf(climber->on)) {
                Climber mine = *climber;
                mine.on = made;
                if (bodyOf<Planting>(find(out, made))) mine.foot += V3f(by.x, by.y, 0);
                copy(*item, std::move(mine));
            }
    }
    for (auto& slot : out.items) {
        const bool isCopy =
            std::any_of(known.begin(), known.end(), [&](const auto& k) { return k.second == slot->id; });
        if (!isCopy || !slot->group) continue;
        Item item = *slot;
        item.group = copyOf(item.group);
        slot = std::make_shared<const Item>(std::move(item));
    }
    return out;
}

Box2f extent(const Item& item) {
    Box2f box;
    Body body = item.body;
    if (const Areas* areas = areasOf(body)) {
        for (const auto& area : *areas)
            for (const V2f& p : area) box.extendBy(p);
    } else if (const auto* b = std::get_if<Building>(&body)) {
        box.extendBy(xy(b->position));
        for (const Polygon& o : outlinesOf(*b)) box.extendBy(bounds(o));
    } else if (const auto* f = std::get_if<Figure>(&body))
        box.extendBy(f->at);
    else if (const auto* w = std::get_if<Water>(&body))
        box.extendBy(w->spot);
    else if (const auto* p = std::get_if<Planting>(&body))
        for (const Specimen& s : p->specimens) box.extendBy(s.at);
    else if (const auto* s = std::get_if<Shot>(&body))
        box.extendBy(xy(s->camera.position));
    else if (const auto* m = std::get_if<Mark>(&body))
        for (const V3f& p : m->points) box.extendBy(xy(p));
    return box;
}

std::optional<V3f> holdOf(const Item& item, const HeightField* ground) {
    if (const auto* b = std::get_if<Building>(&item.body)) return b->position;
    if (const auto* s = std::get_if<Shot>(&item.body)) return s->camera.position;
    const Box2f box = extent(item);
    if (box.isEmpty()) return std::nullopt;
    const V2f c = box.center();
    if (const auto* w = std::get_if<Water>(&item.body)) return V3f(c.x, c.y, w->level);
    return V3f(c.x, c.y, ground ? ground->at(c) : 0);
}

namespace {

// What is chosen as one thing, with the plan area of all that it holds.
struct Piece {
    Id id;
    Box2f box;
    float base = 0;
    bool hasBase = false;
};

std::vector<Piece> piecesOf(const Project& project, const std::vector<Id>& ids) {
    std::vector<Piece> out;
    for (const Id id : ids) {
        Piece piece{id, {}};
        for (const Id leaf : leaves(project, {id}))
            if (const Item* item = find(project, leaf)) {
                piece.box.extendBy(extent(*item));
                if (const auto* b = bodyOf<Building>(item); b && !piece.hasBase) {
                    piece.base = b->position.z;
                    piece.hasBase = true;
                }
            }
        if (!piece.box.isEmpty()) out.push_back(piece);
    }
    return out;
}

float sideOf(const Box2f& box, Side side) {
    switch (side) {
    case Side::West:
        return box.min.x;
    case Side::MiddleEastWest:
        return box.center().x;
    case Side::East:
        return box.max.x;
    case Side::South:
        return box.min.y;
    case Side::MiddleNorthSouth:
        return box.center().y;
    case Side::North:
        return box.max.y;
    case Side::Height:
        break;
    }
    return 0;
}

} // namespace

Project aligned(const Project& project, const std::vector<Id>& ids, Side side, const HeightField* ground) {
    const std::vector<Piece> pieces = piecesOf(project, ids);
    if (pieces.size() < 2) return project;
    const Piece& last = pieces.back();
    const bool x = side == Side::West || side == Side::MiddleEastWest || side == Side::East;
    Project out = project;
    for (const Piece& piece : pieces) {
        if (piece.id == last.id) continue;
        Movement m;
        if (side == Side::Height) {
            if (!last.hasBase || !piece.hasBase) continue;
            m.by.z = last.base - piece.base;
            m.toGround = false;
        } else {
            const float d = sideOf(last.box, side) - sideOf(piece.box, side);
            m.by = x ? V3f(d, 0, 0) : V3f(0, d, 0);
        }
        if (m.by != V3f(0)) out = moved(out, {piece.id}, m, ground);
    }
    return out;
}

Project distributed(const Project& project, const std::vector<Id>& ids, bool eastWest, const HeightField* ground) {
    std::vector<Piece> pieces = piecesOf(project, ids);
    if (pieces.size() < 3) return project;
    const int axis = eastWest ? 0 : 1;
    std::stable_sort(pieces.begin(), pieces.end(),
                     [&](const Piece& a, const Piece& b) { return a.box.center()[axis] < b.box.center()[axis]; });
    const float first = pieces.front().box.center()[axis],
                step = (pieces.back().box.center()[axis] - first) / static_cast<float>(pieces.size() - 1);
    Project out = project;
    for (size_t i = 1; i + 1 < pieces.size(); ++i) {
        Movement m;
        m.by[axis] = first + step * static_cast<float>(i) - pieces[i].box.center()[axis];
        if (m.by[axis] != 0) out = moved(out, {pieces[i].id}, m, ground);
    }
    return out;
}

} // namespace thallos
