#include "core/project/kinds/lines.h"

namespace thallos {

namespace {

void limits(Bank& b, Limits& tell) {
    limitPoints(b.points, 1, tell);
    tell.range("the radius", b.radius, 0.1f, 1000);
    tell.range("the height", b.height, -200, 200);
    tell.range("the falloff", b.falloff, 0, 1);
    tell.range("the steepest slope", b.steepest, 0.01f, 20);
    tell.range("the limit", b.limit, -1e4f, 1e4f);
}

void write(const Bank& b, nlohmann::json& j, const BlobSink&) {
    j["points_m"] = toJson(b.points);
    j["radius_m"] = b.radius;
    j["height_m"] = b.height;
    j["falloff"] = b.falloff;
    j["steepest"] = b.steepest;
    if (b.limited) j["limit_m"] = b.limit;
}

Bank read(const JsonReader& in, BlobReader&) {
    Bank b;
    b.points = readPoints(in.at("points_m"));
    b.radius = in.at("radius_m").real();
    b.height = in.at("height_m").real();
    b.falloff = in.at("falloff").real();
    b.steepest = in.at("steepest").real();
    b.limited = in.has("limit_m");
    if (b.limited) b.limit = in.at("limit_m").real();
    return b;
}

std::vector<LandStep> land(const Bank& b, Id id, const Project&, const GroundAt&) {
    BankForm form;
    form.line = lineThrough(straightened(curveThrough(b.points, kCurveStep), 0.005f));
    form.centre = b.points.front();
    form.radius = b.radius;
    form.height = b.height;
    form.falloff = b.falloff;
    form.steepest = b.steepest;
    if (b.limited) form.limit = b.limit;
    LandStep step{id.value, form};
    step.detailIn = {reachOf(form).over(V2f(0))};
    step.detail = b.radius / 8;
    return {step};
}

} // namespace

template <> const Kind<Bank>& kindOf<Bank>() {
    static const Kind<Bank> kind{
        .name = "bank",
        .since = 10,
        .inPicture = false,
        .extent = [](const Bank& b) { return extentOf(b.points); },
        .hold = [](const Bank& b, const HeightField* ground) { return onGround(extentOf(b.points), ground); },
        .move =
            [](Bank& b, const Moving& m) {
                movePoints(b.points, m);
                b.radius *= m.by.size;
                b.limit += m.by.by.z;
            },
        .lift =
            [](Bank& b, const std::function<float(const V2f&)>& rise) {
                b.limit += rise(b.points.front());
                return b.limited;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Bank& b, SnapTargets& targets) { targets.outline(b.points, false); },
        .footprint = kNothing,
        .plantsTouched = kNothing, // by the heights that it changes
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
        .land = land,
        .rank = LandRank::Form,
    };
    return kind;
}

} // namespace thallos
