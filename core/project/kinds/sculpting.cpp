#include "core/project/kinds/kind.h"
#include "core/project/layer_json.h"
#include "core/project/layers.h"

namespace thallos {

template <> const Kind<Sculpting>& kindOf<Sculpting>() {
    static const Kind<Sculpting> kind{
        .name = "sculpting",
        .since = 10,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits = kNothing,
        .write =
            [](const Sculpting& s, nlohmann::json& j, const BlobSink& sink) {
                j["heights"] = toJson(s.heights, sink);
                j["kept"] = toJson(s.kept, sink);
            },
        .read =
            [](const JsonReader& in, BlobReader& blobs) {
                return Sculpting{readHeights(in.at("heights"), blobs), readWeights(in.at("kept"), blobs)};
            },
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
        .land =
            [](const Sculpting& s, Id id, const Project&, const GroundAt&) {
                return std::vector<LandStep>{{id.value, s}};
            },
        .rank = LandRank::Form,
        .layers =
            [](Sculpting& s, LayerVisitor& visitor) {
                visitor.heights(s.heights, false);
                visitor.weights(s.kept);
            },
    };
    return kind;
}

} // namespace thallos
