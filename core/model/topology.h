// How the faces of a mesh hang together: corners that lie in one place, edges between two faces, and shells.
#pragma once

#include <utility>
#include <vector>

#include "core/mesh/mesh.h"

namespace thallos {

// Faces that hang together by edges of two faces each. An edge of more than two joins nothing.
struct Shell {
    int triangles = 0;
    int openEdges = 0;   // of one face
    int forkedEdges = 0; // of more than two
    double area = 0;     // m2
    double volume = 0;   // m3, as most of its area is wound: negative when the shell is inside out; of a closed one
    Box3f box;
    bool closed() const { return openEdges == 0 && forkedEdges == 0; }
};

struct Topology {
    std::vector<int> place; // of each position: those in one place share a number; -1: no face uses it
    int places = 0;
    std::vector<int> shellOf;  // of each triangle; -1: two of its corners are in one place
    std::vector<char> against; // of each triangle: wound against most of its shell's area
    std::vector<Shell> shells;
};

// Positions at most `tolerance` metres apart are one place. Linear in the mesh, about 0.3 s for a million triangles.
Topology topologyOf(const Mesh& mesh, float tolerance);

// Edges that tell the form: open ones, and those where faces meet at more than `sharp` radians. The longest `most`.
std::vector<std::pair<V3f, V3f>> featureEdges(const Mesh& mesh, float sharp, size_t most);

// The number of the place of each position, whether a face uses it or not.
std::vector<int> placesOf(const std::vector<V3f>& positions, float tolerance, int& count);

} // namespace thallos
