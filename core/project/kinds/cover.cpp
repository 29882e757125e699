#include <cmath>

#include "core/project/kinds/kind.h"
#include "core/project/layer_json.h"
#include "core/project/layers.h"
#include "core/project/move.h"
#include "core/project/surface_json.h"

namespace thallos {

namespace {

// What a rule bounds, by name: what does not bind is not written.
constexpr std::pair<const char*, V2f CoverRule::*> kRanges[] = {{"height_m", &CoverRule::height},
                                                                {"wetness", &CoverRule::wetness},
                                                                {"path_m", &CoverRule::path},
                                                                {"water_m", &CoverRule::water},
                                                                {"building_m", &CoverRule::building}};

nlohmann::json ruleToJson(const CoverRule& rule) {
    nlohmann::json j = nlohmann::json::object();
    for (const auto& [name, range] : kRanges)
        if (rule.*range != CoverRule().*range) j[name] = toJson(rule.*range);
    if (rule.slope != CoverRule().slope) j["slope_deg"] = {toDegrees(rule.slope.x), toDegrees(rule.slope.y)};
    if (rule.sector < kPi) {
        j["facing_deg"] = toDegrees(rule.facing);
        j["sector_deg"] = toDegrees(rule.sector);
    }
    j["amount"] = rule.amount;
    j["patch_m"] = rule.patch;
    return j;
}

CoverRule readRule(const JsonReader& in) {
    CoverRule rule;
    for (const auto& [name, range] : kRanges)
        if (in.has(name)) rule.*range = in.at(name).v2();
    if (in.has("slope_deg")) {
        std::vector<float> bounds;
        in.at("slope_deg").each([&](const JsonReader& j) { bounds.push_back(j.angle()); });
        if (bounds.size() != 2) in.at("slope_deg").fail("must be two angles");
        rule.slope = {bounds[0], bounds[1]};
    }
    if (in.has("sector_deg")) {
        rule.facing = in.at("facing_deg").angle();
        rule.sector = in.at("sector_deg").angle();
    }
    rule.amount = in.at("amount").real();
    rule.patch = in.at("patch_m").real();
    return rule;
}

void limits(Cover& c, Limits& tell) {
    if (c.patch) {
        tell.point("the place", c.patch->at);
        tell.range("the width", c.patch->width, 0.02f, 1000);
        tell.turn("the direction", c.patch->turn);
        tell.range("the soft edge", c.patch->soft, 0, 100);
    }
    if (!c.rule) return;
    const auto range = [&](const char* what, V2f& r, float low, float high) {
        tell.range(what, r.x, low, high);
        tell.range(what, r.y, low, high);
    };
    range("the height", c.rule->height, -kAnywhere, kAnywhere);
    range("the slope", c.rule->slope, 0, kPi / 2);
    range("the wetness", c.rule->wetness, 0, 1);
    range("the distance to paths", c.rule->path, 0, kAnywhere);
    range("the distance to water", c.rule->water, 0, kAnywhere);
    range("the distance to buildings", c.rule->building, 0, kAnywhere);
    tell.turn("the direction it faces", c.rule->facing);
    tell.range("the sector it faces", c.rule->sector, 0.05f, kPi);
    tell.range("the amount", c.rule->amount, 0, 1);
    tell.range("the size of patches", c.rule->patch, 0.1f, 1000);
}

} // namespace

V2f sizeOf(const Patch& patch, const Surface& surface) {
    const Picture* picture = surface.maps.color.get();
    const float tall =
        picture && picture->width > 0 ? static_cast<float>(picture->height) / static_cast<float>(picture->width) : 1;
    return {patch.width, patch.width * tall};
}

Surface laidSurface(const Cover& cover) {
    Surface out = cover.surface;
    if (!cover.patch || out.maps.empty()) return out;
    const V2f half = sizeOf(*cover.patch, out) * 0.5f;
    const float c = std::cos(cover.patch->turn), s = std::sin(cover.patch->turn);
    out.textureSize = cover.patch->width;
    out.mixed = false;
    out.turn = cover.patch->turn;
    out.shift = cover.patch->at - V2f(c * half.x - s * half.y, s * half.x + c * half.y);
    return out;
}

template <> const Kind<Cover>& kindOf<Cover>() {
    static const Kind<Cover> kind{
        .name = "cover",
        .since = 10,
        .inPicture = false,
        .extent = [](const Cover& c) { return c.patch ? Box2f(c.patch->at) : Box2f(); },
        .hold = [](const Cover& c,
                   const HeightField* ground) { return c.patch ? onGround(Box2f(c.patch->at), ground) : std::nullopt; },
        .move =
            [](Cover& c, const Moving& m) {
                if (!c.patch) return;
                c.patch->at = m.to(c.patch->at);
                c.patch->turn += m.by.turn;
                c.patch->width *= m.by.size;
            },
        .lift = kNothing,
        .limits = limits,
        .write =
            [](const Cover& c, nlohmann::json& j, const BlobSink& sink) {
                j["surface"] = toJson(c.surface);
                writeMaps(c.surface.maps, j["surface"], sink);
                if (c.patch)
                    j["patch"] = {{"at_m", toJson(c.patch->at)},
                                  {"width_m", c.patch->width},
                                  {"turn_deg", toDegrees(c.patch->turn)},
                                  {"soft_m", c.patch->soft}};
                j["painted"] = toJson(c.painted, sink);
                if (!c.wiped.empty()) j["wiped"] = toJson(c.wiped, sink);
                if (c.rule) j["rule"] = ruleToJson(*c.rule);
                j["bare"] = c.bare;
            },
        .read =
            [](const JsonReader& in, BlobReader& blobs) {
                Cover c{.surface = readSurface(in.at("surface")),
                        .painted = readWeights(in.at("painted"), blobs),
                        .bare = in.at("bare").yes()};
                readMaps(c.surface.maps, in.at("surface"), blobs);
                if (in.has("patch")) {
                    const JsonReader p = in.at("patch");
                    c.patch = {p.at("at_m").v2(), p.at("width_m").real(), p.at("turn_deg").angle(),
                               p.at("soft_m").real()};
                }
                if (in.has("wiped")) c.wiped = readWeights(in.at("wiped"), blobs);
                if (in.has("rule")) c.rule = readRule(in.at("rule"));
                return c;
            },
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing, // by the tiles that are painted
        .sower = kNothing,
        .species = kNothing,
        .surfaces = [](Cover& c, const SurfaceUse& use) { use(c.surface); },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
        .layers =
            [](Cover& c, LayerVisitor& visitor) {
                visitor.weights(c.painted);
                visitor.weights(c.wiped);
            },
    };
    return kind;
}

} // namespace thallos
