#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

template <> const Kind<Figure>& kindOf<Figure>() {
    static const Kind<Figure> kind{
        .name = "figure",
        .since = 1,
        .inPicture = true,
        .extent = [](const Figure& f) { return Box2f(f.at); },
        .hold = [](const Figure& f, const HeightField* ground) { return onGround(Box2f(f.at), ground); },
        .move =
            [](Figure& f, const Moving& m) {
                f.at = m.to(f.at);
                f.yaw += m.by.turn;
            },
        .lift = kNothing,
        .limits =
            [](Figure& f, Limits& tell) {
                tell.point("the position", f.at);
                tell.turn("the turn", f.yaw);
            },
        .write =
            [](const Figure& f, nlohmann::json& j, const BlobSink&) {
                j["at_m"] = toJson(f.at);
                j["turn_deg"] = toDegrees(f.yaw);
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                return Figure{in.at("at_m").v2(), in.at("turn_deg").angle()};
            },
        .snap = [](const Figure& f, SnapTargets& targets) { targets.items.push_back(f.at); },
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = kNothing,
        .materials = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
