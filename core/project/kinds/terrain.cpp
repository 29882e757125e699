#include "core/project/kinds/kind.h"
#include "core/project/layer_json.h"
#include "core/project/layers.h"

namespace thallos {

namespace {

void write(const Terrain& t, nlohmann::json& j, const BlobSink& sink) {
    j["relief"] = {{"seed", t.relief.seed},
                   {"height_m", t.relief.height},
                   {"feature_m", t.relief.feature},
                   {"roughness", t.relief.roughness},
                   {"tilt", toJson(t.relief.tilt)}};
    if (!t.survey.empty()) j["survey"] = toJson(t.survey, sink);
}

Terrain read(const JsonReader& in, BlobReader& blobs) {
    Terrain t;
    const JsonReader r = in.at("relief");
    t.relief = {r.at("seed").natural(), r.at("height_m").real(), r.at("feature_m").real(), r.at("roughness").real(),
                r.at("tilt").v2()};
    if (in.has("survey")) t.survey = readHeights(in.at("survey"), blobs, true);
    return t;
}

std::vector<LandStep> land(const Terrain& t, Id id, const Project&, const GroundAt&) {
    if (t.survey.empty()) return {{id.value, t.relief}};
    return {{id.value, Survey{t.survey}}};
}

} // namespace

template <> const Kind<Terrain>& kindOf<Terrain>() {
    static const Kind<Terrain> kind{
        .name = "terrain",
        .since = 10,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits =
            [](Terrain& t, Limits& tell) {
                tell.range("the relief's height", t.relief.height, -9000, 9000);
                tell.range("the spacing of hills", t.relief.feature, 0.1f, 1e5f);
                tell.range("the roughness", t.relief.roughness, 0, 0.95f);
                for (int k = 0; k < 2; ++k) tell.range("the slope", t.relief.tilt[k], -10, 10);
            },
        .write = write,
        .read = read,
        .snap = kNothing,
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
        .rank = LandRank::Start,
        .layers = [](Terrain& t, LayerVisitor& visitor) { visitor.heights(t.survey, true); },
    };
    return kind;
}

} // namespace thallos
