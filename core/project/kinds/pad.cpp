#include "core/project/kinds/kind.h"

namespace thallos {

template <> const Kind<BuildingPad>& kindOf<BuildingPad>() {
    static const Kind<BuildingPad> kind{
        .name = "pad",
        .since = 1,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits =
            [](BuildingPad& p, Limits& tell) {
                tell.range("the rise", p.rise, -20, 20);
                tell.range("the apron", p.apron, 0, 100);
                tell.range("the batter", p.batter, 0.2f, 50);
                tell.range("the depth under rooms", p.sink, 0, 10);
            },
        .write =
            [](const BuildingPad& p, nlohmann::json& j, const BlobSink&) {
                j["building"] = p.building.value;
                j["rise_m"] = p.rise;
                j["apron_m"] = p.apron;
                j["batter"] = p.batter;
                j["sink_m"] = p.sink;
            },
        .read =
            [](const JsonReader& in, BlobReader&) {
                return BuildingPad{Id{in.at("building").natural()}, in.at("rise_m").real(), in.at("apron_m").real(),
                                   in.at("batter").real(), in.at("sink_m").real()};
            },
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing, // by the heights that it changes
        .sower = kNothing,
        .species = kNothing,
        .materials = kNothing,
        .anchor = &BuildingPad::building,
        .standsOn = [](const Body& on) { return std::holds_alternative<Building>(on); },
        .adrift = Text("The building of %w is missing"),
        .follow = kNothing, // it is made of the building's footprint
    };
    return kind;
}

} // namespace thallos
