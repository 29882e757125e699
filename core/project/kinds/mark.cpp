#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

namespace {

Box2f planOf(const Mark& m) {
    Box2f box;
    for (const V3f& p : m.points) box.extendBy(xy(p));
    return box;
}

} // namespace

template <> const Kind<Mark>& kindOf<Mark>() {
    static const Kind<Mark> kind{
        .name = "mark",
        .since = 2,
        .inPicture = false,
        .extent = planOf,
        .hold = [](const Mark& m, const HeightField* ground) { return onGround(planOf(m), ground); },
        .move =
            [](Mark& mark, const Moving& m) {
                for (V3f& p : mark.points) p = m.over(p);
            },
        .lift =
            [](Mark& m, const std::function<float(const V2f&)>& rise) {
                for (V3f& p : m.points) p.z += rise(xy(p));
                return true;
            },
        .limits =
            [](Mark& m, Limits& tell) {
                if (m.points.size() < 2) return tell.broken(Text("%w has fewer than two points"));
                for (V3f& p : m.points) tell.point("a point", p);
            },
        .write =
            [](const Mark& m, nlohmann::json& j, const BlobSink&) {
                j["points_m"] = nlohmann::json::array();
                for (const V3f& p : m.points) j["points_m"].push_back(toJson(p));
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                Mark m;
                in.at("points_m").each([&](const JsonReader& p) { m.points.push_back(p.v3()); });
                return m;
            },
        .snap =
            [](const Mark& m, SnapTargets& targets) {
                std::vector<V2f> line;
                for (const V3f& p : m.points) line.push_back(xy(p));
                targets.outline(line, false);
            },
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
