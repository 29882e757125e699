// Surfaces in the document's JSON. Their pictures are blobs and are kept by whom the surface belongs to.
#pragma once

#include <iterator>

#include "core/material/surface.h"
#include "core/project/blobs.h"
#include "core/project/json_reader.h"

namespace thallos {

// Of the pictures of a surface, in the order of kMaps; the first has its name from before there were others.
inline constexpr const char* kMapKeys[std::size(kMaps)] = {"picture",         "roughness_picture", "metalness_picture",
                                                           "opacity_picture", "normal_picture",    "height_picture"};

nlohmann::json toJson(const Surface& surface);
// Also as earlier schemas have it. Throws Error::Unreadable.
Surface readSurface(const JsonReader& in);

// The pictures of a surface that no model has.
void writeMaps(const Maps& maps, nlohmann::json& j, const BlobSink& sink);
void readMaps(Maps& maps, const JsonReader& in, BlobReader& blobs);

} // namespace thallos
