// A tree as another program might hand it over, faults and all.
#pragma once

#include <filesystem>

#include "core/model/model.h"

namespace thallos::test {

enum class LeafPicture { Alpha, BlackBehind, Whole };
// A leaf, green on what the kind says.
Picture leafPicture(LeafPicture kind, int size = 64);
// 6 m high, its stem's foot at (1, 0): bark that is metal, and cards of leaves that are glass, shine and let no light
// through. `cards` of two triangles each, the
// smaller the more there are.
Model foreignTree(LeafPicture kind, int cards = 600);
// As tree.obj with its materials; the pictures lie in textures/, while the materials name them by a path of another
// machine. Returns the model's file.
std::filesystem::path writeForeignTree(const std::filesystem::path& folder, int cards = 600);

} // namespace thallos::test
