// Names that the document's writer and its reader share.
#pragma once

#include <iterator>

#include "core/material/texture.h"

namespace thallos {

// Of the pictures of a surface, in the order of kMaps; the first has its name from before there were others.
inline constexpr const char* kMapKeys[std::size(kMaps)] = {"picture",         "roughness_picture", "metalness_picture",
                                                    "opacity_picture", "normal_picture",    "height_picture"};

} // namespace thallos
