#include "core/project/kinds/site_line.h"

#include <algorithm>
#include <cmath>

#include "core/ground/sweep.h"
#include "core/project/kinds/lines.h"
#include "core/project/surface_json.h"
#include "core/project/works.h"

namespace thallos {

SiteLine usual(SiteLineSort sort) {
    SiteLine l;
    l.sort = sort;
    const auto of = [](const char* recipe, const Rgb& colour) {
        return Surface{.name = recipe, .baseColor = colour, .roughness = 0.85f, .recipe = recipe};
    };
    switch (sort) {
    case SiteLineSort::RetainingWall:
        break;
    case SiteLineSort::Wall:
        l.height = 1.1f;
        l.width = 0.4f;
        break;
    case SiteLineSort::Kerb:
        l.height = 0.1f;
        l.width = 0.12f;
        l.coping = 0;
        l.smooth = true;
        l.surface = of("Granite setts", Rgb(0.3f));
        break;
    case SiteLineSort::Ditch:
        l.height = 0.5f;
        l.width = 0.4f;
        l.batter = 1.5f;
        l.smooth = true;
        break;
    case SiteLineSort::Steps:
        l.height = 0.16f;
        l.width = 1.5f;
        l.surface = of("Flagstones", Rgb(0.36f, 0.34f, 0.31f));
        break;
    case SiteLineSort::Ramp:
        l.height = 0.1f;
        l.width = 1.5f;
        l.surface = of("Exposed aggregate", Rgb(0.36f, 0.35f, 0.33f));
        break;
    }
    return l;
}

bool isWall(SiteLineSort sort) {
    return sort == SiteLineSort::RetainingWall || sort == SiteLineSort::Wall || sort == SiteLineSort::Kerb;
}

std::vector<V2f> pointsOf(const SiteLine& l) {
    if (l.smooth) return curveThrough(l.points, kCurveStep);
    std::vector<V2f> out;
    for (size_t i = 0; i + 1 < l.points.size(); ++i) {
        const V2f a = l.points[i], way = l.points[i + 1] - a;
        const int pieces = std::clamp(static_cast<int>(std::ceil(way.length())), 1, 4096);
        for (int k = 0; k < pieces; ++k) out.push_back(a + way * (static_cast<float>(k) / static_cast<float>(pieces)));
    }
    if (!l.points.empty()) out.push_back(l.points.back());
    return out;
}

WallShape wallOf(const SiteLine& l) {
    WallShape s;
    s.points = pointsOf(l);
    s.retains = l.sort == SiteLineSort::RetainingWall;
    s.height = l.height;
    s.level = l.level;
    s.leftHigh = l.leftHigh;
    s.thickness = l.width;
    s.lean = l.lean;
    s.coping = l.coping;
    s.batter = s.cutBatter = l.batter;
    return s;
}

PathShape flightOf(const SiteLine& l) {
    PathShape s;
    s.points = pointsOf(l);
    s.width = l.width;
    s.even = true;
    s.steepest = 2;
    s.crossfall = 0;
    s.batter = s.cutBatter = l.batter;
    s.steps = l.sort == SiteLineSort::Steps ? StepsWhere::Everywhere : StepsWhere::None;
    s.riser = l.height;
    return s;
}

namespace {

constexpr float kSlab = 0.03f; // metres of a ramp's surface over its ground

void limits(SiteLine& l, Limits& tell) {
    limitPoints(l.points, 2, tell);
    tell.range("the height", l.height, 0.02f, 50);
    tell.range("the width", l.width, 0.03f, 50);
    tell.range("the lean", l.lean, 0, 2);
    tell.range("the coping", l.coping, 0, 2);
    tell.range("the batter", l.batter, 0.2f, 50);
}

void write(const SiteLine& l, nlohmann::json& j, const BlobSink&) {
    j["sort"] = kSiteLineNames[static_cast<int>(l.sort)];
    j["points_m"] = toJson(l.points);
    j["smooth"] = l.smooth;
    j["height_m"] = l.height;
    j["width_m"] = l.width;
    j["level"] = l.level;
    j["left_high"] = l.leftHigh;
    j["lean"] = l.lean;
    j["coping_m"] = l.coping;
    j["batter"] = l.batter;
    j["surface"] = toJson(l.surface);
    j["coping_surface"] = toJson(l.copingSurface);
}

SiteLine read(const JsonReader& in, BlobReader&) {
    SiteLine l;
    const auto found = std::find(std::begin(kSiteLineNames), std::end(kSiteLineNames), in.at("sort").text());
    if (found == std::end(kSiteLineNames)) in.at("sort").fail("is not one");
    l.sort = static_cast<SiteLineSort>(found - std::begin(kSiteLineNames));
    l.points = readPoints(in.at("points_m"));
    l.smooth = in.at("smooth").yes();
    l.height = in.at("height_m").real();
    l.width = in.at("width_m").real();
    l.level = in.at("level").yes();
    l.leftHigh = in.at("left_high").yes();
    l.lean = in.at("lean").real();
    l.coping = in.at("coping_m").real();
    l.batter = in.at("batter").real();
    l.surface = readSurface(in.at("surface"));
    l.copingSurface = readSurface(in.at("coping_surface"));
    return l;
}

Corridor ditchOf(const SiteLine& l, const GroundAt& before) {
    Corridor c;
    c.line = lineThrough(pointsOf(l));
    if (c.line.segments() == 0) return c;
    c.heights = profileOf(c.line, before, {.steepest = 1, .smooth = 4});
    c.depth = l.height;
    c.bottom = l.width;
    c.width = l.width + 2 * l.height * l.batter;
    c.shoulder = 0;
    c.batter = c.cutBatter = 2;
    return c;
}

std::vector<LandStep> land(const SiteLine& l, Id id, const Project&, const GroundAt& before) {
    LandStep step{id.value, Corridor()};
    step.detail = std::max(0.1f, std::min(l.width, 1.0f) / 3);
    if (isWall(l.sort)) {
        const WallShape shape = wallOf(l);
        const LaidWall laid = layWall(shape, before);
        if (!shape.retains || laid.line.segments() == 0) return {};
        step.shape = breakOf(shape, laid);
    } else if (l.sort == SiteLineSort::Ditch)
        step.shape = ditchOf(l, before);
    else {
        const PathShape shape = flightOf(l);
        step.shape = corridorOf(shape, layPath(shape, before));
    }
    if (const auto* c = std::get_if<Corridor>(&step.shape); c && c->line.segments() == 0) return {};
    step.detailIn = boxesAlong(pointsOf(l), l.width + 1.5f);
    return {step};
}

std::shared_ptr<const Model> body(const SiteLine& l, const Project&, const GroundAt& before) {
    if (isWall(l.sort)) {
        const WallShape shape = wallOf(l);
        const LaidWall laid = layWall(shape, before);
        return modelOf(
            {{"Wall", l.surface, wallBody(shape, laid)}, {"Coping", l.copingSurface, copingBody(shape, laid)}});
    }
    if (l.sort == SiteLineSort::Ditch) return nullptr;
    PathShape shape = flightOf(l);
    const LaidPath laid = layPath(shape, before);
    if (l.sort == SiteLineSort::Steps) return modelOf({{"Steps", l.surface, stepsOf(shape, laid)}});
    Mesh slab;
    std::vector<std::vector<SectionPoint>> sections;
    const float half = 0.5f * l.width;
    for (const float z : laid.heights)
        sections.push_back({{-half, z - 0.25f}, {half, z - 0.25f}, {half, z + kSlab}, {-half, z + kSlab}});
    sweep(slab, laid.line, sections);
    return modelOf({{"Ramp", l.surface, std::move(slab)}});
}

// In plan.
std::vector<Polygon> outlines(const SiteLine& l) {
    if (isWall(l.sort)) {
        LaidWall laid;
        laid.line = lineThrough(pointsOf(l));
        return outlinesOf(wallOf(l), laid);
    }
    PathShape shape;
    shape.width = l.sort == SiteLineSort::Ditch ? l.width : l.width + 0.1f;
    LaidPath laid;
    laid.line = lineThrough(pointsOf(l));
    return outlinesOf(shape, laid);
}

} // namespace

template <> const Kind<SiteLine>& kindOf<SiteLine>() {
    static const Kind<SiteLine> kind{
        .name = "site_line",
        .since = 10,
        .inPicture = true,
        .extent = [](const SiteLine& l) { return extentOf(l.points); },
        .hold = [](const SiteLine& l, const HeightField* ground) { return onGround(extentOf(l.points), ground); },
        .move = [](SiteLine& l, const Moving& m) { movePoints(l.points, m); },
        .lift = kNothing,
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const SiteLine& l, SnapTargets& targets) { targets.outline(l.points, false); },
        .footprint =
            [](const SiteLine& l, std::vector<KeepOut>& out) {
                for (Polygon& o : outlines(l)) out.push_back({std::move(o), isWall(l.sort)});
            },
        .plantsTouched =
            [](const SiteLine& l) {
                Box2f box;
                for (const Polygon& o : outlines(l)) box.extendBy(bounds(o));
                if (!box.isEmpty()) box = {box.min - V2f(1), box.max + V2f(1)};
                return PlantsTouched{box, true};
            },
        .sower = kNothing,
        .species = kNothing,
        .surfaces =
            [](SiteLine& l, const SurfaceUse& use) {
                use(l.surface);
                use(l.copingSurface);
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
