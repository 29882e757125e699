// Meshes that are the same thing in another place: a door, a lamp, a window of a row.
#pragma once

#include <optional>
#include <vector>

#include "core/model/model.h"

namespace thallos {

// The rigid motion that brings one mesh upon the other within a millimetre, corner by corner; none: they differ.
std::optional<M44f> placing(const Mesh& from, const Mesh& to);

// Of each part the first part that it is alike; itself when there is none before it. Parts of different materials are
// not alike.
std::vector<int> alikeOf(const Model& model);

} // namespace thallos
