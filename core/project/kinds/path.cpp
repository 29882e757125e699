#include "core/project/kinds/path.h"

#include "core/project/kinds/lines.h"
#include "core/project/project.h"
#include "core/project/surface_json.h"
#include "core/project/works.h"

namespace thallos {

namespace {

void limits(Path& p, Limits& tell) {
    limitPoints(p.points, 2, tell);
    tell.range("the width", p.width, 0.3f, 40);
    tell.range("the steepest slope", p.steepest, 0.005f, 2);
    tell.range("the crossfall", p.crossfall, -0.2f, 0.2f);
    tell.range("the batter", p.batter, 0.2f, 50);
    tell.range("the batter of a cut", p.cutBatter, 0.2f, 50);
    tell.range("the kerbs", p.kerb, 0, 1);
    tell.range("the ruts", p.rut, 0, 1);
    tell.range("the gauge", p.gauge, 0.3f, 10);
    tell.range("the wear of its edges", p.worn, 0, 1);
    for (PathEnd* e : {&p.start, &p.end}) tell.range("the sill", e->sill, -50, 50);
}

nlohmann::json endToJson(const PathEnd& e) {
    return {{"building", e.building.value}, {"sill_m", e.sill}};
}
PathEnd readEnd(const JsonReader& in) {
    return {Id{in.at("building").natural()}, in.at("sill_m").real()};
}

void write(const Path& p, nlohmann::json& j, const BlobSink&) {
    j["points_m"] = toJson(p.points);
    j["width_m"] = p.width;
    j["steepest"] = p.steepest;
    j["crossfall"] = p.crossfall;
    j["batter"] = p.batter;
    j["cut_batter"] = p.cutBatter;
    j["steps"] = p.steps;
    j["kerb_m"] = p.kerb;
    j["rut_m"] = p.rut;
    j["gauge_m"] = p.gauge;
    j["worn"] = p.worn;
    if (p.start.building) j["start"] = endToJson(p.start);
    if (p.end.building) j["end"] = endToJson(p.end);
    j["surface"] = toJson(p.surface);
    j["stone"] = toJson(p.stone);
}

Path read(const JsonReader& in, BlobReader&) {
    Path p;
    p.points = readPoints(in.at("points_m"));
    p.width = in.at("width_m").real();
    p.steepest = in.at("steepest").real();
    p.crossfall = in.at("crossfall").real();
    p.batter = in.at("batter").real();
    p.cutBatter = in.at("cut_batter").real();
    p.steps = in.at("steps").yes();
    p.kerb = in.at("kerb_m").real();
    p.rut = in.at("rut_m").real();
    p.gauge = in.at("gauge_m").real();
    p.worn = in.at("worn").real();
    if (in.has("start")) p.start = readEnd(in.at("start"));
    if (in.has("end")) p.end = readEnd(in.at("end"));
    p.surface = readSurface(in.at("surface"));
    p.stone = readSurface(in.at("stone"));
    return p;
}

std::vector<LandStep> land(const Path& p, Id id, const Project& project, const GroundAt& before) {
    const PathShape shape = shapeOf(p, project);
    const LaidPath laid = layPath(shape, before);
    if (laid.line.segments() == 0) return {};
    LandStep step{id.value, corridorOf(shape, laid)};
    step.detailIn = boxesAlong(laid.line.points, p.width + 1);
    step.detail = p.width / 8;
    return {step};
}

std::shared_ptr<const Model> body(const Path& p, const Project& project, const GroundAt& before) {
    const PathShape shape = shapeOf(p, project);
    const LaidPath laid = layPath(shape, before);
    Mesh stone = stepsOf(shape, laid);
    append(stone, kerbsOf(shape, laid));
    return stone.empty() ? nullptr : modelOf({{"Steps and kerbs", p.stone, std::move(stone)}});
}

// In plan: how high it lies is of no account.
LaidPath flat(const Path& p) {
    LaidPath laid;
    laid.line = lineThrough(curveThrough(p.points, kCurveStep));
    return laid;
}

} // namespace

template <> const Kind<Path>& kindOf<Path>() {
    static const Kind<Path> kind{
        .name = "path",
        .since = 10,
        .inPicture = true,
        .extent = [](const Path& p) { return extentOf(p.points); },
        .hold = [](const Path& p, const HeightField* ground) { return onGround(extentOf(p.points), ground); },
        .move =
            [](Path& p, const Moving& m) {
                movePoints(p.points, m);
                p.width *= m.by.size;
            },
        .lift = kNothing,
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Path& p, SnapTargets& targets) { targets.outline(p.points, false); },
        .footprint =
            [](const Path& p, std::vector<KeepOut>& out) {
                for (Polygon& o : outlinesOf(PathShape{.width = p.width}, flat(p), -0.1f * p.width * p.worn))
                    out.push_back({std::move(o)});
            },
        .plantsTouched =
            [](const Path& p) {
                Box2f box;
                for (const Polygon& o : outlinesOf(PathShape{.width = p.width}, flat(p))) box.extendBy(bounds(o));
                return PlantsTouched{box, true};
            },
        .sower = kNothing,
        .species = kNothing,
        .surfaces =
            [](Path& p, const SurfaceUse& use) {
                use(p.surface);
                use(p.stone);
            },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
        .land = land,
        .rank = LandRank::Form,
        .body = body,
        .carried =
            [](Path& p, Id building, const Moving& m) {
                bool any = false;
                if (p.start.building == building) {
                    p.points.front() = m.to(p.points.front());
                    any = true;
                }
                if (p.end.building == building) {
                    p.points.back() = m.to(p.points.back());
                    any = true;
                }
                return any;
            },
        .joins =
            [](Path& p, const std::function<void(Id&)>& use) {
                use(p.start.building);
                use(p.end.building);
            },
        .rebased =
            [](Path& p, Id building, const V3f& shift, float) {
                bool any = false;
                for (PathEnd* e : {&p.start, &p.end})
                    if (e->building == building) {
                        e->sill += shift.z; // scaled where it is asked for
                        any = true;
                    }
                return any;
            },
    };
    return kind;
}

} // namespace thallos
