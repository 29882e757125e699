#include "core/project/climb.h"

#include <algorithm>
#include <cmath>

#include "core/base/error.h"
#include "core/mesh/mesh.h"

namespace thallos {

namespace {

constexpr float kAround = 0.5f; // metres from a climber's foot within which its specimen stands

V3f scaled(const V3f& p, float s) {
    return p * s;
}

// Of a building in its own axes, in metres, as far as it lies within the box.
std::vector<Facet> facetsOf(const Building& b, const Box3f& box) {
    std::vector<Facet> out;
    for (const Part& part : b.model->parts) {
        const auto m = static_cast<size_t>(part.material);
        const bool clear = m < b.surfaces.size() && b.surfaces[m].transmission > 0.5f;
        for (const V3i& t : part.mesh->triangles) {
            Facet f{{scaled(part.mesh->positions[t.x], b.scale), scaled(part.mesh->positions[t.y], b.scale),
                     scaled(part.mesh->positions[t.z], b.scale)},
                    clear};
            Box3f of;
            for (const V3f& p : f.corners) of.extendBy(p);
            if (of.intersects(box)) out.push_back(f);
        }
    }
    return out;
}

// Where the surface of the building nearest to `at` looks, in its own axes and metres, towards whom `direction` leaves.
V3f normalAt(const Building& b, const V3f& at, const V3f& direction) {
    const Box3f near(at - V3f(0.02f), at + V3f(0.02f));
    V3f best(0, 0, 1);
    float closest = 1e9f;
    for (const Facet& f : facetsOf(b, near)) {
        V3f n = (f.corners[1] - f.corners[0]).cross(f.corners[2] - f.corners[0]);
        if (n.length2() < 1e-14f) continue;
        n.normalize();
        // Off its plane, or past one of its edges.
        float off = std::abs((at - f.corners[0]).dot(n));
        for (int k = 0; k < 3; ++k) {
            const V3f inward = n.cross(f.corners[(k + 1) % 3] - f.corners[k]).normalized();
            off = std::max(off, (f.corners[k] - at).dot(inward));
        }
        if (off < closest) {
            closest = off;
            best = n.dot(direction) > 0 ? -n : n;
        }
    }
    return best;
}

std::vector<Facet> stemOf(const PlantLibrary& library, int species, const Specimen& s, float height) {
    std::vector<Facet> out;
    const Form& form = library.individual(IndividualId::of(species, s.individual)).form(Level::Near);
    if (form.parts.empty()) return out;
    const float c = s.scale * std::cos(s.yaw), d = s.scale * std::sin(s.yaw);
    const auto placed = [&](const V3f& p) { return V3f(c * p.x - d * p.y, d * p.x + c * p.y, s.scale * p.z); };
    const Mesh& wood = form.parts[0];
    for (const V3i& t : wood.triangles) {
        Facet f{{placed(wood.positions[t.x]), placed(wood.positions[t.y]), placed(wood.positions[t.z])}};
        if (std::min({f.corners[0].z, f.corners[1].z, f.corners[2].z}) < height) out.push_back(f);
    }
    return out;
}

Support nothing() {
    return {[](float across, float up) { return Support::Spot{V3f(across, 0, up), V3f(0, -1, 0), false}; }};
}

} // namespace

const Specimen* specimenOf(const Specimens& planting, const Climber& climber) {
    const Specimen* nearest = nullptr;
    float closest = kAround;
    for (const Specimen& s : planting.specimens)
        if (const float d = (s.at - xy(climber.foot)).length(); d < closest) {
            closest = d;
            nearest = &s;
        }
    return nearest;
}

Climber climberAt(const Project& project, const HeightField& field, const PlantLibrary& library, Id on, int specimen,
                  const V3f& at, const V3f& direction, const std::string& species) {
    const Item* item = find(project, on);
    Climber out;
    out.species = species;
    out.on = on;
    out.seed = project.nextId;
    const int index = library.find(species);
    const auto* recipe = index >= 0 ? std::get_if<ClimberRecipe>(&library.species()[index].recipe.growth) : nullptr;
    if (!recipe) throw Error(Error::Kind::Invalid, Text("%w is not a climber"), species);
    if (const auto* planting = bodyOf<Specimens>(item)) {
        if (specimen < 0 || specimen >= static_cast<int>(planting->specimens.size()))
            throw Error(Error::Kind::Invalid, Text("There is no stem to climb here"), "",
                        Text("Click the trunk of a single tree"));
        const Specimen& s = planting->specimens[static_cast<size_t>(specimen)];
        const int tree = library.find(s.species);
        if (tree < 0 || !std::holds_alternative<WoodyRecipe>(library.species()[tree].recipe.growth))
            throw Error(Error::Kind::Invalid, Text("%w is not a tree that can be climbed"), s.species,
                        Text("Click a wall or the trunk of a tree"));
        out.foot = {s.at.x, s.at.y, 0};
        out.height = std::min(0.5f * s.scale * library.species()[tree].recipe.height, 6.0f);
        return out;
    }
    const auto* building = bodyOf<Building>(item);
    if (!building) throw Error(Error::Kind::Invalid, Text("%w needs a wall or a tree planted singly"), species);
    M44f toOwn = transformOf(*building).inverse();
    V3f own, ownDirection;
    toOwn.multVecMatrix(at, own);
    toOwn.multDirMatrix(direction, ownDirection);
    const V3f n = normalAt(*building, own * building->scale, ownDirection);
    const V2f level = xy(n);
    if (level.length() < 0.8f)
        throw Error(Error::Kind::Invalid, Text("A climber needs an upright wall, not a roof or a floor"), "");
    out.facing = std::atan2(level.y, level.x);
    V3f foot;
    toOwn.multVecMatrix(V3f(at.x, at.y, field.at(xy(at))), foot);
    out.foot = foot;
    // As wide as it is high, and over the place that was pointed at.
    out.height = std::clamp(at.z - field.at(xy(at)) + 0.8f, 2.0f, 12.0f);
    out.width = std::max(out.height, 2.0f);
    const Support support = supportOf(project, library, out);
    for (float up = 0; up < out.height; up += 0.1f)
        if (support.spot(out.width / 2, up).there) return out;
    throw Error(Error::Kind::Invalid, Text("A climber needs bare wall here (windows, doors and eaves are left free)"),
                "", Text("Click a free stretch of wall"));
}

Support supportOf(const Project& project, const PlantLibrary& library, const Climber& climber) {
    const Item* on = find(project, climber.on);
    if (const auto* b = bodyOf<Building>(on)) {
        const V3f foot = climber.foot * b->scale, out(std::cos(climber.facing), std::sin(climber.facing), 0);
        const float reach = climber.width / 2 + 0.5f;
        const Box3f box(foot - V3f(reach, reach, 0.5f), foot + V3f(reach, reach, climber.height + 0.5f));
        return wallIn(facetsOf(*b, box), foot, out, climber.width, climber.height);
    }
    const auto* p = bodyOf<Specimens>(on);
    const Specimen* s = p ? specimenOf(*p, climber) : nullptr;
    const int species = s ? library.find(s->species) : -1;
    if (species < 0) return nothing();
    return stemIn(stemOf(library, species, *s, climber.height + 0.5f), V3f(0), climber.height);
}

M44f placeOf(const Project& project, const HeightField& field, const Climber& climber) {
    const Item* on = find(project, climber.on);
    M44f world;
    if (const auto* b = bodyOf<Building>(on)) {
        Building metres = *b;
        metres.scale = 1;
        return transformOf(metres);
    }
    const auto* p = bodyOf<Specimens>(on);
    if (const Specimen* s = p ? specimenOf(*p, climber) : nullptr)
        world.setTranslation(V3f(s->at.x, s->at.y, field.at(s->at)));
    return world;
}

std::vector<V3f> outlineOf(const Project& project, const HeightField& field, const Climber& climber) {
    std::vector<V3f> line;
    if (const auto* b = bodyOf<Building>(find(project, climber.on))) {
        const V3f foot = climber.foot * b->scale, out(std::cos(climber.facing), std::sin(climber.facing), 0),
                  half = V3f(0, 0, 1).cross(out) * (climber.width / 2), up(0, 0, climber.height);
        line = {foot - half, foot + half, foot + half + up, foot - half + up};
        for (V3f& p : line) p += out * 0.05f;
    } else {
        constexpr int kCorners = 24;
        constexpr float kRadius = 0.4f; // metres
        for (int k = 0; k < kCorners; ++k) {
            const float a = 2 * kPi * static_cast<float>(k) / kCorners;
            line.emplace_back(kRadius * std::cos(a), kRadius * std::sin(a), 0.1f);
        }
    }
    line.push_back(line.front());
    const M44f world = placeOf(project, field, climber);
    for (V3f& p : line) world.multVecMatrix(V3f(p), p);
    return line;
}

bool climbsAlike(const Project& before, const Project& now, const Climber& climber) {
    const Item *then = find(before, climber.on), *on = find(now, climber.on);
    if (const auto* a = bodyOf<Building>(then), *b = bodyOf<Building>(on); a && b) {
        const auto clear = [](const Surface& s) { return s.transmission > 0.5f; };
        return a->model == b->model && a->scale == b->scale &&
               std::equal(a->surfaces.begin(), a->surfaces.end(), b->surfaces.begin(), b->surfaces.end(),
                          [&](const Surface& s, const Surface& t) { return clear(s) == clear(t); });
    }
    const auto *a = bodyOf<Specimens>(then), *b = bodyOf<Specimens>(on);
    if (!a || !b) return false;
    const Specimen *s = specimenOf(*a, climber), *t = specimenOf(*b, climber);
    return s && t && *s == *t;
}

} // namespace thallos
