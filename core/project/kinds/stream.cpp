#include "core/project/kinds/stream.h"

#include "core/project/kinds/lines.h"
#include "core/project/project.h"
#include "core/project/water_json.h"

namespace thallos {

StreamShape shapeOf(const Stream& s) {
    return {curveThrough(s.points, kCurveStep), s.width, s.depth, s.bank};
}

namespace {

void limits(Stream& s, Limits& tell) {
    limitPoints(s.points, 2, tell);
    tell.range("the width", s.width, 0.2f, 100);
    tell.range("the depth", s.depth, 0.03f, 20);
    tell.range("the banks", s.bank, 0.02f, 20);
    limitLook(s.look, tell);
}

void write(const Stream& s, nlohmann::json& j, const BlobSink&) {
    j["points_m"] = toJson(s.points);
    j["width_m"] = s.width;
    j["depth_m"] = s.depth;
    j["bank_m"] = s.bank;
    writeLook(s.look, j);
}

Stream read(const JsonReader& in, BlobReader&) {
    Stream s;
    s.points = readPoints(in.at("points_m"));
    s.width = in.at("width_m").real();
    s.depth = in.at("depth_m").real();
    s.bank = in.at("bank_m").real();
    s.look = readLook(in);
    return s;
}

std::vector<LandStep> land(const Stream& s, Id id, const Project&, const GroundAt& before) {
    const StreamShape shape = shapeOf(s);
    const LaidStream laid = layStream(shape, before);
    if (laid.line.segments() == 0) return {};
    const Corridor channel = channelOf(shape, laid);
    LandStep step{id.value, channel};
    step.detailIn = boxesAlong(laid.line.points, 0.5f * channel.width + 1);
    step.detail = s.width / 8;
    return {step};
}

} // namespace

template <> const Kind<Stream>& kindOf<Stream>() {
    static const Kind<Stream> kind{
        .name = "stream",
        .since = 10,
        .inPicture = true,
        .extent = [](const Stream& s) { return extentOf(s.points); },
        .hold = [](const Stream& s, const HeightField* ground) { return onGround(extentOf(s.points), ground); },
        .move = [](Stream& s, const Moving& m) { movePoints(s.points, m); },
        .lift = kNothing,
        .limits = limits,
        .write = write,
        .read = read,
        .snap = [](const Stream& s, SnapTargets& targets) { targets.outline(s.points, false); },
        .footprint = kNothing,
        .plantsTouched = kNothing, // by what it covers
        .sower = kNothing,
        .species = kNothing,
        .surfaces = [](Stream& s, const SurfaceUse& use) { use(s.look.bed); },
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
