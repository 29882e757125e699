#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/water_json.h"

namespace thallos {

template <> const Kind<Water>& kindOf<Water>() {
    static const Kind<Water> kind{
        .name = "water",
        .since = 1,
        .inPicture = true,
        .extent = [](const Water& w) { return Box2f(w.spot); },
        .hold = [](const Water& w, const HeightField*) { return std::optional(V3f(w.spot.x, w.spot.y, w.level)); },
        .move =
            [](Water& w, const Moving& m) {
                w.spot = m.to(w.spot);
                w.level += m.by.by.z;
            },
        .lift =
            [](Water& w, const std::function<float(const V2f&)>& rise) {
                w.level += rise(w.spot);
                return true;
            },
        .limits =
            [](Water& w, Limits& tell) {
                tell.point("the place", w.spot);
                tell.range("the level", w.level, -1e4f, 1e4f);
                limitLook(w.look, tell);
            },
        .write =
            [](const Water& w, nlohmann::json& j, const BlobSink&) {
                j["spot_m"] = toJson(w.spot);
                j["level_m"] = w.level;
                writeLook(w.look, j);
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                return Water{in.at("spot_m").v2(), in.at("level_m").real(), readLook(in)};
            },
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing, // by what it covers
        .sower = kNothing,
        .species = kNothing,
        .surfaces = [](Water& w, const SurfaceUse& use) { use(w.look.bed); },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
