#include "core/project/kinds/lines.h"
#include "core/project/move.h"
#include "core/project/snap.h"
#include "core/project/surface_json.h"
#include "core/project/walkways.h"

namespace thallos {

namespace {

void limits(Walkway& w, Limits& tell) {
    tell.point("the door", w.door);
    limitPoints(w.points, 0, tell);
    std::vector<V2f> line{w.door};
    line.insert(line.end(), w.points.begin(), w.points.end());
    limitLength(line, tell);
    tell.turn("the facing", w.facing);
    tell.range("the sill", w.sill, -50, 50);
    tell.range("the width", w.width, 0.3f, 20);
    tell.range("the landing", w.landing, 0, 20);
    tell.range("the width of the landing", w.landingWidth, 0, 30);
    tell.range("the batter", w.batter, 0.2f, 50);
}

void write(const Walkway& w, nlohmann::json& j, const BlobSink&) {
    j["building"] = w.building.value;
    j["door_m"] = toJson(w.door);
    j["facing_deg"] = toDegrees(w.facing);
    j["sill_m"] = w.sill;
    j["points_m"] = nlohmann::json::array();
    for (const V2f& p : w.points) j["points_m"].push_back(toJson(p));
    j["width_m"] = w.width;
    j["landing_m"] = {w.landing, w.landingWidth};
    j["batter"] = w.batter;
    j["surface"] = toJson(w.surface);
}

Walkway read(const JsonReader& in, BlobReader&) {
    Walkway w;
    w.building = Id{in.at("building").natural()};
    w.door = in.at("door_m").v2();
    w.facing = in.at("facing_deg").angle();
    w.sill = in.at("sill_m").real();
    in.at("points_m").each([&](const JsonReader& p) { w.points.push_back(p.v2()); });
    w.width = in.at("width_m").real();
    const V2f landing = in.at("landing_m").v2();
    w.landing = landing.x;
    w.landingWidth = landing.y;
    w.batter = in.at("batter").real();
    w.surface = readSurface(in.at("surface"));
    return w;
}

// The door goes with its house; where the walkway leads to stays.
bool follow(Walkway& w, const Body&, const Moving& m) {
    w.door = m.to(w.door);
    w.facing += m.by.turn;
    w.sill *= m.by.size;
    return true;
}

std::vector<LandStep> land(const Walkway& w, Id id, const Project& project, const GroundAt& before) {
    const auto* b = bodyOf<Building>(find(project, w.building));
    if (!b) return {};
    const WalkwayShape shape = shapeOf(w, b->position.z);
    std::vector<LandStep> out;
    for (Pad& pad : padsOf(shape, layWalkway(shape, before))) out.push_back({id.value, std::move(pad), true});
    return out;
}

Box2f planOf(const Walkway& w) {
    Box2f box;
    for (const Polygon& o : outlinesOf(shapeOf(w, 0))) box.extendBy(bounds(o));
    return box;
}

} // namespace

template <> const Kind<Walkway>& kindOf<Walkway>() {
    static const Kind<Walkway> kind{
        .name = "walkway",
        .since = 9,
        .inPicture = true,
        .extent = planOf,
        .hold = [](const Walkway& w, const HeightField* ground) { return onGround(planOf(w), ground); },
        .move =
            [](Walkway& w, const Moving& m) { // by hand the far end moves: the door is the house's
                for (V2f& p : w.points) p = m.to(p);
            },
        .lift = kNothing,
        .limits = limits,
        .write = write,
        .read = read,
        .snap =
            [](const Walkway& w, SnapTargets& targets) {
                for (const Polygon& o : outlinesOf(shapeOf(w, 0))) targets.outline(o, true);
            },
        .footprint =
            [](const Walkway& w, std::vector<KeepOut>& out) {
                for (Polygon& o : outlinesOf(shapeOf(w, 0))) out.push_back({std::move(o)});
            },
        .plantsTouched =
            [](const Walkway& w) {
                return PlantsTouched{planOf(w), true};
            },
        .sower = kNothing,
        .species = kNothing,
        .surfaces = [](Walkway& w, const SurfaceUse& use) { use(w.surface); },
        .anchor = &Walkway::building,
        .standsOn = [](const Body& on) { return std::holds_alternative<Building>(on); },
        .adrift = Text("The building of %w is missing"),
        .follow = follow,
        .land = land,
        .rank = LandRank::Built,
        .rebased =
            [](Walkway& w, Id building, const V3f& shift, float scale) {
                if (w.building == building) w.sill += shift.z * scale;
                return w.building == building;
            },
    };
    return kind;
}

} // namespace thallos
