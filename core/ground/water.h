// Bodies of water: how they look, what of the ground they cover, their surface and their shore.
#pragma once

#include <utility>
#include <vector>

#include "core/ground/height_field.h"
#include "core/material/surface.h"
#include "core/mesh/polygon.h"

namespace thallos {

inline Surface mudSurface() {
    return {.name = "bed", .baseColor = fromSrgb(0.29f, 0.25f, 0.18f), .roughness = 0.9f, .recipe = "Wet silt"};
}

// How water looks, whatever holds it.
struct WaterLook {
    float clarity = 1.2f;          // metres to see down
    float ripple = 0.25f;          // 0 mirror .. 1 breezy
    Rgb tint{0.05f, 0.10f, 0.07f}; // colour of the deep water, reflectance
    Surface bed = mudSurface();    // under it and at its edge
    bool operator==(const WaterLook&) const = default;
};

// A body of water: the low ground around `spot` that lies under `level`.
struct Water {
    V2f spot{0};
    float level = 0;
    WaterLook look;
    bool operator==(const Water&) const = default;
};
// What the water covers: the cells under its level that hang together with its spot, with a rim of dry ones. Low ground
// elsewhere is no part of it. Immutable.
class WaterRegion {
public:
    // Empty when the spot is dry or outside the site.
    static WaterRegion of(const HeightField& field, const Water& water);
    // Within an outline, and nowhere beside it: upright walls hold the water.
    static WaterRegion within(const GroundGrid& grid, const Polygon& outline);
    // Where a sheet of water lies.
    static WaterRegion under(const GroundGrid& grid, const Mesh& sheet);
    // In a cell that the water covers, or in the rim; in a pool within its walls.
    bool holds(const V2f& p) const;
    bool reaches(const V2f& p) const;                        // there, or within 3 m of a shore that is no wall
    const std::vector<V2i>& cells() const { return cells_; } // covered and rim, in no order
    // Tiles of the ground whose heights it hangs on, in their order; of a pool none.
    std::vector<int> tiles() const;

private:
    char at(const V2f& p) const;
    bool inGrid(const V2i& c) const { return c.x >= 0 && c.y >= 0 && c.x < grid_.cells.x && c.y < grid_.cells.y; }
    char mark(const V2i& cell) const;
    void add(const V2i& cell, char what);
    void addBank();
    GroundGrid grid_;
    std::vector<V2i> cells_;
    std::vector<std::vector<char>>
        marks_;       // of the grid's cells by squares of kSquare a side; an empty one: nothing there
    Polygon outline_; // of a pool, which tells instead of cells and marks; empty: it is none
};
// A level sheet over the region, so that it runs into the bank.
Mesh waterSurface(const HeightField& field, const Water& water, const WaterRegion& region);
// The edge where the water meets the ground, as line segments in plan.
std::vector<std::pair<V2f, V2f>> shoreLine(const HeightField& field, const Water& water, const WaterRegion& region);

} // namespace thallos
