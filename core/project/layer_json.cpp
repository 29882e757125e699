#include "core/project/layer_json.h"

#include <algorithm>
#include <cmath>
#include <cstring>

namespace thallos {

using nlohmann::json;

namespace {

template <class Value> json write(const TileGrid<GridTile<Value>>& layer, const BlobSink& sink) {
    json list = json::array();
    for (size_t i = 0; i < layer.size(); ++i) {
        if (!layer[i]) continue;
        const auto& v = layer[i]->values;
        const auto bytes = [&v] {
            return std::string(reinterpret_cast<const char*>(v.data()), v.size() * sizeof(v[0]));
        };
        list.push_back(
            {{"tile", i}, {"cells", {layer[i]->cells.x, layer[i]->cells.y}}, {"blob", sink({layer[i], bytes})}});
    }
    return list;
}

// The cells of a tile as the file has them: a power of two times those of the grid. Earlier files do not say.
V2i cellsOf(const JsonReader& t, const V2i& least) {
    if (!t.has("cells")) return least;
    const V2f said = t.at("cells").v2();
    for (int fine = 1; fine <= kFinest; fine *= 2)
        if (said == V2f(static_cast<float>(least.x * fine), static_cast<float>(least.y * fine))) return least * fine;
    t.fail("does not fit the grid");
}

template <class Value> TileGrid<GridTile<Value>> read(const JsonReader& in, BlobReader& blobs) {
    const GroundGrid& grid = blobs.grid();
    TileGrid<GridTile<Value>> layer(static_cast<size_t>(grid.tileCount()));
    in.each([&](const JsonReader& t) {
        const uint64_t i = t.at("tile").natural();
        if (i >= layer.size()) t.fail("lies outside the ground");
        auto tile = std::make_shared<GridTile<Value>>(cellsOf(t, grid.tileSize(static_cast<int>(i))));
        const std::string hash = t.at("blob").text();
        std::string bytes;
        try {
            bytes = blobs.bytes(hash);
        } catch (const Error&) {
            if (!blobs.lost) throw;
            return blobs.lost();
        }
        if (bytes.size() != tile->values.size() * sizeof(Value)) t.fail("has the wrong size");
        std::memcpy(tile->values.data(), bytes.data(), bytes.size());
        bool asSaved = true;
        if constexpr (std::is_same_v<Value, float>)
            for (float& z : tile->values)
                if (!(std::abs(z) < 1e5f)) {
                    z = 0;
                    asSaved = false;
                }
        layer[static_cast<size_t>(i)] = tile;
        if (asSaved) blobs.knows(tile, hash);
    });
    return layer;
}

} // namespace

json toJson(const HeightLayer& layer, const BlobSink& sink) {
    return write(layer, sink);
}
json toJson(const WeightLayer& layer, const BlobSink& sink) {
    return write(layer, sink);
}

HeightLayer readHeights(const JsonReader& in, BlobReader& blobs, bool everywhere) {
    if (in.size() == 0) return {};
    HeightLayer layer = read<float>(in, blobs);
    if (!everywhere) return layer;
    for (size_t i = 0; i < layer.size(); ++i) {
        if (layer[i]) continue;
        if (!blobs.lost) in.fail("has gaps");
        blobs.lost();
        layer[i] = std::make_shared<GridTile<float>>(blobs.grid().tileSize(static_cast<int>(i)));
    }
    return layer;
}
WeightLayer readWeights(const JsonReader& in, BlobReader& blobs) {
    return in.size() == 0 ? WeightLayer() : read<uint8_t>(in, blobs);
}

} // namespace thallos
