#include "core/project/kinds/pool.h"

#include "core/ground/sweep.h"
#include "core/project/kinds/lines.h"
#include "core/project/surface_json.h"
#include "core/project/water_json.h"
#include "core/project/works.h"

namespace thallos {

PoolShape shapeOf(const Pool& p) {
    PoolShape s;
    s.outline = p.round ? curveThrough(p.points, kCurveStep, true) : p.points;
    s.fixed = p.fixed;
    s.level = p.level;
    s.raised = p.raised;
    s.depth = p.depth;
    s.below = p.below;
    s.thickness = p.thickness;
    s.coping = p.coping;
    return s;
}

namespace {

void limits(Pool& p, Limits& tell) {
    limitPoints(p.points, 3, tell);
    tell.range("the level", p.level, -1e4f, 1e4f);
    tell.range("the height of the rim", p.raised, 0, 10);
    tell.range("the depth", p.depth, 0.02f, 20);
    tell.range("the water below the rim", p.below, 0.01f, 10);
    tell.range("the thickness", p.thickness, 0.05f, 5);
    tell.range("the coping", p.coping, 0, 2);
    limitLook(p.look, tell);
}

void write(const Pool& p, nlohmann::json& j, const BlobSink&) {
    j["points_m"] = toJson(p.points);
    j["round"] = p.round;
    if (p.fixed) j["level_m"] = p.level;
    j["raised_m"] = p.raised;
    j["depth_m"] = p.depth;
    j["below_m"] = p.below;
    j["thickness_m"] = p.thickness;
    j["coping_m"] = p.coping;
    writeLook(p.look, j);
    j["surface"] = toJson(p.surface);
    j["coping_surface"] = toJson(p.copingSurface);
}

Pool read(const JsonReader& in, BlobReader&) {
    Pool p;
    p.points = readPoints(in.at("points_m"));
    p.round = in.at("round").yes();
    p.fixed = in.has("level_m");
    if (p.fixed) p.level = in.at("level_m").real();
    p.raised = in.at("raised_m").real();
    p.depth = in.at("depth_m").real();
    p.below = in.at("below_m").real();
    p.thickness = in.at("thickness_m").real();
    p.coping = in.at("coping_m").real();
    p.look = readLook(in);
    p.surface = readSurface(in.at("surface"));
    p.copingSurface = readSurface(in.at("coping_surface"));
    return p;
}

std::vector<LandStep> land(const Pool& p, Id id, const Project&, const GroundAt& before) {
    const LaidPool laid = layPool(shapeOf(p), before);
    if (laid.empty()) return {};
    std::vector<LandStep> out{{id.value, laid.around}, {id.value, laid.floor}};
    const Box2f box = bounds(laid.floor.outline);
    for (LandStep& step : out) {
        step.detailIn = {Box2f(box.min - V2f(1), box.max + V2f(1))};
        step.detail = 0.25f;
    }
    return out;
}

std::shared_ptr<const Model> body(const Pool& p, const Project&, const GroundAt& before) {
    const PoolShape shape = shapeOf(p);
    const LaidPool laid = layPool(shape, before);
    return modelOf({{"Wall", p.surface, poolWalls(shape, laid)}, {"Coping", p.copingSurface, poolCoping(shape, laid)}});
}

} // namespace

template <> const Kind<Pool>& kindOf<Pool>() {
    static const Kind<Pool> kind{
        .name = "pool",
        .since = 10,
        .inPicture = true,
        .extent = [](const Pool& p) { return extentOf(p.points); },
        .hold = [](const Pool& p, const HeightField* ground) { return onGround(extentOf(p.points), ground); },
        .move =
            [](Pool& p, const Moving& m) {
                movePoints(p.points, m);
                p.level += m.by.by.z;
            },
        .lift =
            [](Pool& p, const std::function<float(const V2f&)>& rise) {
                p.level += rise(extentOf(p.points).center());
                return p.fixed;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Pool& p, SnapTargets& targets) { targets.outline(p.points, true); },
        .footprint =
            [](const Pool& p, std::vector<KeepOut>& out) {
                const PlanLine edge = lineThrough(shapeOf(p).outline, true);
                // To either side, whichever way round it was drawn.
                for (Polygon& strip : stripsOf(edge, -p.thickness, p.thickness)) out.push_back({std::move(strip)});
            },
        .plantsTouched =
            [](const Pool& p) {
                return PlantsTouched{extentOf(p.points), true};
            },
        .sower = kNothing,
        .species = kNothing,
        .surfaces =
            [](Pool& p, const SurfaceUse& use) {
                use(p.surface);
                use(p.copingSurface);
                use(p.look.bed);
            },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
        .land = land,
        .rank = LandRank::Form,
        .body = body,
    };
    return kind;
}

} // namespace thallos
