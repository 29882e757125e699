// Fewer triangles for a mesh that came with too many.
#pragma once

#include <cstdint>

#include "core/mesh/mesh.h"

namespace thallos {

// What hangs together by the places of its corners: a trunk, a leaf.
struct Pieces {
    std::vector<int> of; // of each triangle, 0..count-1
    int count = 0;
};
Pieces piecesOf(const Mesh& mesh);
inline constexpr int kManyPieces = 40; // with more a mesh is foliage rather than a body

// About `triangles` at most, with the shape changed as little as may be: edges are collapsed by quadric error (Garland
// and Heckbert 1997), and where seams of normals and uvs stand in the way corners are merged in cells. Corners keep
// their normals and uvs. The mesh itself when it has no more.
Mesh reduced(const Mesh& mesh, size_t triangles);

// Some of the pieces, each larger about its own middle, so that the area stays (Cook et al. 2007, stochastic
// simplification of aggregate detail): crowns of leaves keep what they cover. `fuller` scales that area. The same
// pieces go first for any number. The mesh itself, but for `fuller`, when it has no more than `triangles`.
Mesh thinned(const Mesh& mesh, const Pieces& pieces, size_t triangles, float fuller, uint64_t seed);

// Whichever of the two suits the mesh, with its pieces made simpler first.
Mesh lightened(const Mesh& mesh, size_t triangles, uint64_t seed);

} // namespace thallos
