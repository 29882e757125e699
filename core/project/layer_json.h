// Layers in the document: a list of their tiles, each with its place in the grid and its bytes by content hash.
#pragma once

#include "core/ground/grid.h"
#include "core/project/json_reader.h"

namespace thallos {

nlohmann::json toJson(const HeightLayer& layer, const BlobSink& sink);
nlohmann::json toJson(const WeightLayer& layer, const BlobSink& sink);
// Tiles that can't be read are left out where the reader may do without; with `everywhere` they are level ground.
HeightLayer readHeights(const JsonReader& in, BlobReader& blobs, bool everywhere = false);
WeightLayer readWeights(const JsonReader& in, BlobReader& blobs);

} // namespace thallos
