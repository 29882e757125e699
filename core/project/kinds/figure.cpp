#include <algorithm>
#include <iterator>

#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

namespace {

constexpr const char* kNames[kYardsticks] = {"person", "door", "rod"};

} // namespace

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
                if (f.what != Yardstick::Person) j["what"] = kNames[static_cast<size_t>(f.what)];
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                Figure f{in.at("at_m").v2(), in.at("turn_deg").angle()};
                if (in.has("what")) {
                    const std::string what = in.at("what").text();
                    const auto known = std::find(std::begin(kNames), std::end(kNames), what);
                    if (known == std::end(kNames)) in.at("what").fail("is not a known yardstick");
                    f.what = static_cast<Yardstick>(known - std::begin(kNames));
                }
                return f;
            },
        .snap = [](const Figure& f, SnapTargets& targets) { targets.items.push_back(f.at); },
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
