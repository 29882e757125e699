#include "core/project/kinds/kind.h"
#include "core/project/layer_json.h"
#include "core/project/layers.h"
#include "core/project/surface_json.h"

namespace thallos {

template <> const Kind<Cover>& kindOf<Cover>() {
    static const Kind<Cover> kind{
        .name = "cover",
        .since = 10,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits = kNothing,
        .write =
            [](const Cover& c, nlohmann::json& j, const BlobSink& sink) {
                j["surface"] = toJson(c.surface);
                j["painted"] = toJson(c.painted, sink);
                j["bare"] = c.bare;
            },
        .read =
            [](const JsonReader& in, BlobReader& blobs) {
                return Cover{readSurface(in.at("surface")), readWeights(in.at("painted"), blobs), in.at("bare").yes()};
            },
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing, // by the tiles that are painted
        .sower = kNothing,
        .species = kNothing,
        .materials = [](const Cover& c, std::vector<std::string>& out) { out.push_back(c.surface.name); },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
        .layers = [](Cover& c, LayerVisitor& visitor) { visitor.weights(c.painted); },
    };
    return kind;
}

} // namespace thallos
