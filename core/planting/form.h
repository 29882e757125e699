// A grown plant, stone, person or thing as triangles, at one of four levels of detail.
#pragma once

#include <cstdint>
#include <functional>
#include <vector>

#include "core/mesh/mesh.h"

namespace thallos {

// Each has a few of the leaves of the one before, each so much larger that as much light gets through; of wood only
// what is thick enough to be seen.
enum class Level : uint8_t { Hero, Near, Middle, Far };
inline constexpr int kLevels = 4;
// Triangles of a form at most.
inline constexpr size_t kMostTriangles[kLevels] = {250000, 80000, 8000, 600};

struct Form {
    std::vector<Mesh> parts; // as the species' surfaces; some may be empty
    // Metres across a leaf, a blade or whatever else the form is made of: where a pixel is wider nobody misses finer
    // ones.
    float grain = 0.1f;
    int leafTriangles = 1; // of one leaf of the foliage: they have one colour
    // The first so many triangles of the foliage are of leaves that are seen closer, or of stalks, with as many
    // triangles each.
    size_t closeTriangles = 0;
    int closeLeafTriangles = 1;
    // The number of the leaf that a triangle of the foliage belongs to.
    size_t leafOf(size_t triangle) const {
        if (triangle < closeTriangles) return triangle / static_cast<size_t>(closeLeafTriangles);
        return closeTriangles + (triangle - closeTriangles) / static_cast<size_t>(leafTriangles);
    }

    size_t triangles() const {
        size_t sum = 0;
        for (const Mesh& m : parts) sum += m.triangles.size();
        return sum;
    }
};

// What a generator is told besides its recipe.
struct Growth {
    float height;  // metres
    float size;    // of the recipe's height
    uint64_t seed; // the same seed grows the same
};

// A grown one that can be drawn at any level, with the parts in the order that its generator documents. `fuller` makes
// it cover more of the view, about in proportion: leaves lie less upon each other, blades and rods are broader.
using Shaper = std::function<Form(Level, float fuller)>;

} // namespace thallos
