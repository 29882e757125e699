#include "core/project/move.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>

#include "core/project/kinds/kind.h"
#include "core/project/layers.h"

namespace thallos {

V2f Moving::to(const V2f& p) const {
    const V2f d = (p - by.pivot) * by.size;
    if (by.turn == 0) return (by.size == 1 ? p : by.pivot + d) + xy(by.by); // untouched to the last bit
    const float c = std::cos(by.turn), s = std::sin(by.turn);
    return by.pivot + V2f(c * d.x - s * d.y, s * d.x + c * d.y) + xy(by.by);
}

V3f Moving::over(const V3f& p) const {
    const V2f from = xy(p), at = to(from);
    const float height = ground ? p.z - ground->at(from) : 0;
    return {at.x, at.y, (ground ? ground->at(at) + height : p.z) + by.by.z};
}

std::optional<V3f> onGround(const Box2f& box, const HeightField* ground) {
    if (box.isEmpty()) return std::nullopt;
    const V2f c = box.center();
    return V3f(c.x, c.y, ground ? ground->at(c) : 0);
}

Box2f extent(const Item& item) {
    return withKind(item.body, [](const auto& kind, const auto& body) { return kind.extent(body); });
}

std::optional<V3f> holdOf(const Item& item, const HeightField* ground) {
    return withKind(item.body, [&](const auto& kind, const auto& body) { return kind.hold(body, ground); });
}

namespace {

using Movements = std::unordered_map<Id, const Movement*>; // of items, not groups

void move(Body& body, const Moving& moving) {
    withKind(body, [&](const auto& kind, auto& of) { kind.move(of, moving); });
}

bool follow(Body& body, const Body& on, const Moving& moving) {
    return withKind(body, [&](const auto& kind, auto& of) { return kind.follow(of, on, moving); });
}

Project movedBy(const Project& project, const Movements& movements, const HeightField* ground, int specimen) {
    // A part of an item may join a building that is moved.
    const auto carriedAlong = [&](const Items::Slot& slot, const auto& movementOf) {
        const bool joins = withKind(slot->body, [](const auto& kind, const auto&) { return kind.carried != nullptr; });
        if (!joins || fixed(project, *slot)) return slot;
        auto item = std::make_shared<Item>(*slot);
        bool any = false;
        for (const auto& [id, movement] : movements) {
            if (!movementOf(find(project, id))) continue;
            const Moving moving{*movement, nullptr, -1};
            withKind(item->body, [&](const auto& kind, auto& body) {
                if (kind.carried) any |= kind.carried(body, id, moving);
            });
        }
        return any ? Items::Slot(std::move(item)) : slot;
    };
    const auto movementOf = [&](const Item* item) -> const Movement* {
        const auto at = item ? movements.find(item->id) : movements.end();
        return at == movements.end() || fixed(project, *item) ? nullptr : at->second;
    };
    Project out = project;
    out.items.change([&](const Items::Slot& slot) {
        // What stands on another item goes with that.
        const Id anchor = anchorOf(slot->body);
        const Item* on = anchor ? find(project, anchor) : nullptr;
        const Movement* m = movementOf(anchor ? on : slot.get());
        if (!m) return carriedAlong(slot, movementOf);
        const Moving moving{*m, m->toGround ? ground : nullptr, specimen};
        auto item = std::make_shared<Item>(*slot);
        if (!anchor)
            move(item->body, moving);
        else if (!follow(item->body, on->body, moving))
            return slot;
        return Items::Slot(std::move(item));
    });
    return out;
}

} // namespace

Project moved(const Project& project, const std::vector<Id>& ids, const Movement& m, const HeightField* ground,
              int specimen) {
    Movements movements;
    for (const Id id : leaves(project, ids)) movements.emplace(id, &m);
    return movedBy(project, movements, ground, specimen);
}

std::optional<V3f> holdOfParts(const Building& b, const std::vector<int>& parts) {
    Box3f box;
    for (const int p : parts)
        if (p >= 0 && p < static_cast<int>(b.model->parts.size()))
            box.extendBy(bounds(*b.model->parts[static_cast<size_t>(p)].mesh));
    if (box.isEmpty()) return std::nullopt;
    return V3f(box.center().x, box.center().y, box.min.z) * transformOf(b);
}

Project movedParts(const Project& project, Id building, const std::vector<int>& parts, const Movement& m) {
    const Item* item = find(project, building);
    const auto* b = bodyOf<Building>(item);
    const auto hold = b ? holdOfParts(*b, parts) : std::nullopt;
    if (!hold || fixed(project, *item)) return project;
    const Moving moving{m};
    const V2f to = moving.to(xy(*hold));
    const V3f way(to.x - hold->x, to.y - hold->y, m.toGround ? 0 : m.by.z);
    V3f by;
    transformOf(*b).inverse().multDirMatrix(way, by);
    const std::vector<std::string> keys = partKeys(*b->model);
    MoveStep step{{}, by, m.turn, m.size};
    for (const int p : parts) step.parts.push_back(keys[static_cast<size_t>(p)]);
    if (by == V3f(0) && m.turn == 0 && m.size == 1) return project;
    Building now = withStep(*b, step);
    if (now.steps.size() > 1)
        if (auto* last = std::get_if<MoveStep>(&now.steps[now.steps.size() - 2]);
            last && last->parts == step.parts && last->turn == 0 && last->size == 1) {
            step.by += last->by;
            now.steps.pop_back();
            now.steps.back() = step;
        }
    Item changed = *item;
    changed.body = std::move(now);
    return replaced(project, changed);
}

Project withReimported(const Project& project, Id building, const Reimported& r) {
    Project out = project;
    out.items.change([&](const Items::Slot& slot) {
        if (slot->id == building) {
            auto item = std::make_shared<Item>(*slot);
            item->body = r.building;
            return Items::Slot(std::move(item));
        }
        if (r.shift == V3f(0)) return slot;
        auto item = std::make_shared<Item>(*slot);
        const bool changed = withKind(item->body, [&](const auto& kind, auto& body) {
            return kind.rebased && kind.rebased(body, building, r.shift, r.building.scale);
        });
        return changed ? Items::Slot(std::move(item)) : slot;
    });
    return out;
}

Project withCopies(const Project& project, const std::vector<std::shared_ptr<const Item>>& items, const V2f& by,
                   const HeightField* ground, std::vector<Id>* copies) {
    Movement movement;
    movement.by = {by.x, by.y, 0};
    const Moving moving{movement, ground};
    std::unordered_map<Id, const Item*> originals;
    for (const auto& item : items) originals.emplace(item->id, item.get());
    // What stands on others comes after these.
    std::vector<Item> made;
    std::vector<Id> from;
    for (const bool anchored : {false, true})
        for (const auto& item : items) {
            const Id anchor = anchorOf(item->body);
            if (anchored != static_cast<bool>(anchor)) continue;
            const auto on = originals.find(anchor);
            if (anchor && on == originals.end()) continue;
            if (!layersFit(item->body, project.ground->grid)) continue; // it lies on the grid of another site
            Item copy = *item;
            copy.locked = false;
            if (anchor) (void)follow(copy.body, on->second->body, moving);
            move(copy.body, moving); // a walkway has a far end of its own besides
            made.push_back(std::move(copy));
            from.push_back(item->id);
        }
    Project out = added(project, made);
    std::unordered_map<Id, Id> copyOf;
    for (size_t i = 0; i < made.size(); ++i) copyOf.emplace(from[i], made[i].id);
    // Groups and what it stands on are the copies' own.
    for (const Item& item : made) {
        Item own = item;
        const auto group = copyOf.find(own.group);
        own.group = group == copyOf.end() ? Id{} : group->second;
        withKind(own.body, [&](const auto& kind, auto& body) {
            if (kind.anchor.value) body.*kind.anchor.value = copyOf.at(body.*kind.anchor.value);
            if (kind.joins)
                kind.joins(body, [&](Id& id) {
                    const auto copy = copyOf.find(id);
                    id = copy == copyOf.end() ? Id{} : copy->second;
                });
        });
        if (copies) copies->push_back(own.id);
        out.items.replace(std::make_shared<const Item>(std::move(own)));
    }
    return out;
}

namespace {

// What is chosen as one thing, with the plan area of all that it holds.
struct Piece {
    std::vector<Id> leaves;
    Box2f box;
    float base = 0;
    bool hasBase = false;
};

// One a thing that has a place, in the order of `ids`.
std::vector<Piece> piecesOf(const Project& project, const std::vector<Id>& ids) {
    std::unordered_map<Id, size_t> pieceOf;
    for (const Id id : ids) pieceOf.emplace(id, pieceOf.size());
    std::vector<Piece> all(pieceOf.size()), out;
    for (const auto& item : project.items) {
        if (std::holds_alternative<Group>(item->body)) continue;
        auto piece = pieceOf.end();
        for (const Item* i = item.get(); i && piece == pieceOf.end(); i = find(project, i->group))
            piece = pieceOf.find(i->id);
        if (piece == pieceOf.end()) continue;
        Piece& p = all[piece->second];
        p.leaves.push_back(item->id);
        p.box.extendBy(extent(*item));
        if (const auto* b = bodyOf<Building>(item.get()); b && !p.hasBase) {
            p.base = b->position.z;
            p.hasBase = true;
        }
    }
    for (Piece& p : all)
        if (!p.box.isEmpty()) out.push_back(std::move(p));
    return out;
}

Project movedEach(const Project& project, const std::vector<Piece>& pieces, const std::vector<Movement>& ways,
                  const HeightField* ground) {
    Movements movements;
    for (size_t i = 0; i < pieces.size(); ++i)
        if (ways[i].by != V3f(0))
            for (const Id id : pieces[i].leaves) movements.emplace(id, &ways[i]);
    return movedBy(project, movements, ground, -1);
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
    std::vector<Movement> ways(pieces.size());
    for (size_t i = 0; i + 1 < pieces.size(); ++i) {
        const Piece& piece = pieces[i];
        if (side == Side::Height) {
            if (!last.hasBase || !piece.hasBase) continue;
            ways[i].by.z = last.base - piece.base;
            ways[i].toGround = false;
        } else {
            const float d = sideOf(last.box, side) - sideOf(piece.box, side);
            ways[i].by = x ? V3f(d, 0, 0) : V3f(0, d, 0);
        }
    }
    return movedEach(project, pieces, ways, ground);
}

Project distributed(const Project& project, const std::vector<Id>& ids, bool eastWest, const HeightField* ground) {
    std::vector<Piece> pieces = piecesOf(project, ids);
    if (pieces.size() < 3) return project;
    const int axis = eastWest ? 0 : 1;
    std::stable_sort(pieces.begin(), pieces.end(),
                     [&](const Piece& a, const Piece& b) { return a.box.center()[axis] < b.box.center()[axis]; });
    const float first = pieces.front().box.center()[axis],
                step = (pieces.back().box.center()[axis] - first) / static_cast<float>(pieces.size() - 1);
    std::vector<Movement> ways(pieces.size());
    for (size_t i = 1; i + 1 < pieces.size(); ++i)
        ways[i].by[axis] = first + step * static_cast<float>(i) - pieces[i].box.center()[axis];
    return movedEach(project, pieces, ways, ground);
}

} // namespace thallos
