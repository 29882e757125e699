#include "core/project/kinds/areas.h"
#include "core/project/kinds/kind.h"

namespace thallos {

template <> const Kind<Clearing>& kindOf<Clearing>() {
    static const Kind<Clearing> kind{
        .name = "clearing",
        .since = 1,
        .inPicture = true,
        .extent = [](const Clearing& c) { return extentOf(c.areas); },
        .hold = [](const Clearing& c, const HeightField* ground) { return onGround(extentOf(c.areas), ground); },
        .move = [](Clearing& c, const Moving& m) { moveAreas(c.areas, m); },
        .lift = kNothing,
        .limits = [](Clearing& c, Limits& tell) { tell.outlines(c.areas); },
        .write = [](const Clearing& c, nlohmann::json& j, const BlobSink&) { j["areas_m"] = toJson(c.areas); },
        .read = [](const JsonReader& in, BlobReader&) { return Clearing{in.at("areas_m").areas()}; },
        .snap = [](const Clearing& c, SnapTargets& targets) { snapToAreas(c.areas, targets); },
        .footprint =
            [](const Clearing& c, std::vector<KeepOut>& out) {
                for (const auto& area : c.areas) out.push_back({smoothOutline(area)});
            },
        .plantsTouched =
            [](const Clearing& c) {
                return PlantsTouched{outlinedBy(c.areas), true};
            },
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
