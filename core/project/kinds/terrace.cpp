#include "core/project/kinds/terrace.h"

#include "core/project/kinds/lines.h"
#include "core/project/surface_json.h"
#include "core/project/works.h"

namespace thallos {

namespace {

void limits(Terrace& t, Limits& tell) {
    limitPoints(t.points, 3, tell);
    tell.range("the levels", t.levels, 1, 12);
    tell.range("the level", t.level, -1e4f, 1e4f);
    tell.range("the rise", t.rise, 0, 20);
    tell.range("the thickness", t.thickness, 0.05f, 5);
    tell.range("the coping", t.coping, 0, 2);
    tell.range("the batter", t.batter, 0.2f, 50);
    tell.range("the fall", t.fall, 0, 0.2f);
}

void write(const Terrace& t, nlohmann::json& j, const BlobSink&) {
    j["points_m"] = toJson(t.points);
    j["levels"] = t.levels;
    if (t.fixed) j["level_m"] = t.level;
    j["rise_m"] = t.rise;
    j["walls"] = t.walls;
    j["thickness_m"] = t.thickness;
    j["coping_m"] = t.coping;
    j["batter"] = t.batter;
    j["fall"] = t.fall;
    j["surface"] = toJson(t.surface);
    j["coping_surface"] = toJson(t.copingSurface);
}

Terrace read(const JsonReader& in, BlobReader&) {
    Terrace t;
    t.points = readPoints(in.at("points_m"));
    t.levels = in.at("levels").small();
    t.fixed = in.has("level_m");
    if (t.fixed) t.level = in.at("level_m").real();
    t.rise = in.at("rise_m").real();
    t.walls = in.at("walls").yes();
    t.thickness = in.at("thickness_m").real();
    t.coping = in.at("coping_m").real();
    t.batter = in.at("batter").real();
    t.fall = in.at("fall").real();
    t.surface = readSurface(in.at("surface"));
    t.copingSurface = readSurface(in.at("coping_surface"));
    return t;
}

std::vector<LandStep> land(const Terrace& t, Id id, const Project&, const GroundAt& before) {
    const TerraceShape shape = shapeOf(t);
    const LaidTerrace laid = layTerrace(shape, before);
    std::vector<LandStep> out;
    if (t.walls)
        for (const Platform& p : laid.platforms) out.push_back({id.value, p});
    else
        for (Pad& p : padsOf(shape, laid)) out.push_back({id.value, std::move(p)});
    const Box2f box = extentOf(t.points);
    for (LandStep& step : out) {
        step.detailIn = {Box2f(box.min - V2f(1), box.max + V2f(1))};
        step.detail = t.walls ? 0.1f : 0.25f;
    }
    return out;
}

std::shared_ptr<const Model> body(const Terrace& t, const Project&, const GroundAt& before) {
    Mesh walls, copings;
    for (const auto& [wall, laid] : layTerrace(shapeOf(t), before).walls) {
        append(walls, wallBody(wall, laid));
        append(copings, copingBody(wall, laid));
    }
    return modelOf({{"Wall", t.surface, std::move(walls)}, {"Coping", t.copingSurface, std::move(copings)}});
}

} // namespace

template <> const Kind<Terrace>& kindOf<Terrace>() {
    static const Kind<Terrace> kind{
        .name = "terrace",
        .since = 10,
        .inPicture = true,
        .extent = [](const Terrace& t) { return extentOf(t.points); },
        .hold = [](const Terrace& t, const HeightField* ground) { return onGround(extentOf(t.points), ground); },
        .move =
            [](Terrace& t, const Moving& m) {
                movePoints(t.points, m);
                t.level += m.by.by.z;
            },
        .lift =
            [](Terrace& t, const std::function<float(const V2f&)>& rise) {
                t.level += rise(extentOf(t.points).center());
                return t.fixed;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Terrace& t, SnapTargets& targets) { targets.outline(t.points, true); },
        .footprint =
            [](const Terrace& t, std::vector<KeepOut>& out) {
                if (!t.walls) return;
                // A strip along its edge, where walls stand.
                const size_t n = t.points.size();
                for (size_t i = 0; i < n; ++i) {
                    const V2f a = t.points[i], b = t.points[(i + 1) % n], way = (b - a).normalized(),
                              side = V2f(-way.y, way.x) * t.thickness;
                    out.push_back({{a - side, b - side, b + side, a + side}});
                }
            },
        .plantsTouched =
            [](const Terrace& t) {
                return PlantsTouched{extentOf(t.points), true};
            },
        .sower = kNothing,
        .species = kNothing,
        .surfaces =
            [](Terrace& t, const SurfaceUse& use) {
                use(t.surface);
                use(t.copingSurface);
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
