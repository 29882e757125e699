// The ground of a project as a value: what it starts from, what was sculpted, what was painted. The finished heights
// are derived by build().
#pragma once

#include "core/ground/height_field.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

// Generated relief. The same values give the same heights on every machine.
struct Relief {
    uint64_t seed = 1;
    float height = 0;       // metres between typical low and high places
    float feature = 60;     // metres across a hill
    float roughness = 0.4f; // share of the height an octave keeps, 0..0.9
    V2f tilt{0};            // rise a metre to the east and to the north
    bool operator==(const Relief&) const = default;
};

struct Ground {
    GroundGrid grid;
    Relief relief;
    TileGrid<HeightTile> survey; // imported heights instead of relief; empty: none
    TileGrid<HeightTile> sculpt; // metres added by brushes
    TileGrid<CoverTile> gravel;  // painted cover over meadow soil

    static Ground make(const V2f& size, float cell, const Relief& relief = {});
    bool operator==(const Ground&) const = default; // of tiles their identity
};

// The same ground on a site of another size or grid, about the same middle: larger or cropped. What was imported and
// made stays where it was; beyond the old edge imported heights go on level and sculpting runs out. Where the new
// samples lie on old ones they are equal. Throws Error::Invalid as GroundGrid::make().
Ground resized(const Ground& ground, const V2f& size, float cell);

// A levelled area. Inside the outlines the ground lies at `level`, and from them falls by `fall` over `apron` metres;
// from there it meets the old ground by batters with their edges rounded. Between `from` and `to` the level itself
// rises evenly by `rise`.
struct Pad {
    std::vector<Polygon> outlines; // world
    float level = 0;
    float apron = 1.0f;     // metres
    float batter = 3.0f;    // of fill, run for one of rise, 0.2..50
    float sinkInside = 0;   // metres the ground is taken down under rooms, well inside the outline
    float cutBatter = 3.0f; // where it was cut into higher ground
    float fall = 0;         // of the apron, for water: fall for a run of one, 0..0.2
    V2f from{0}, to{0};     // equal: it is level
    float rise = 0;
    bool operator==(const Pad&) const = default;
};
// The area that a pad can change given heights in `range`.
Box2f reach(const Pad& pad, const V2f& range);

// What the ground starts from: relief or survey. Slow for large grounds; depends on grid, relief and survey alone.
TileGrid<HeightTile> buildBare(const Ground& ground);
// With sculpting, without pads. Tiles whose sculpting is the same in `before` are shared with `previous`.
HeightField buildNatural(const Ground& ground, const TileGrid<HeightTile>& bare, const Ground* before = nullptr,
                         const HeightField* previous = nullptr);
inline HeightField buildNatural(const Ground& ground) {
    return buildNatural(ground, buildBare(ground));
}
// With pads in their order. Only tiles of `changed` are computed; others are shared with `previous` (null: all
// computed).
HeightField buildPadded(const HeightField& natural, const std::vector<Pad>& pads, const HeightField* previous = nullptr,
                        const std::vector<char>& changed = {});

enum class BrushKind { Raise, Lower, Smooth, Gravel, MeadowSoil };

struct Brush {
    BrushKind kind = BrushKind::Raise;
    float radius = 6;      // metres
    float strength = 0.3f; // raise and lower: metres a dab at the middle; others: share 0..1 of the full effect
    float falloff = 0.6f;  // 0 hard edge .. 1 falls from the middle
    bool operator==(const Brush&) const = default;
};
BrushKind inverse(BrushKind kind); // what the held key does; smooth stays smooth
// Weight 0..1 at `distance` metres from the middle.
float brushWeight(const Brush& brush, float distance);
// One dab. `natural` is the ground without pads as it is now, earlier dabs among it. Returns a ground with new tiles
// where the dab reached. `number` of the dab in its stroke: covers hold 256 steps, and what a weak dab adds of one is
// given to some samples by chance, to others by the next dab.
Ground dab(const Ground& ground, const HeightField& natural, const Brush& brush, const V2f& at, uint64_t number = 0);

// Paints the gravel cover along a line of points, `width` metres wide with `soft` metres of edge.
Ground paintPath(const Ground& ground, const Polygon& line, float width, float soft);

// A body of water: the low ground around `spot` that lies under `level`.
struct Water {
    V2f spot{0};
    float level = 0;
    float clarity = 1.2f;          // metres to see down
    float ripple = 0.25f;          // 0 mirror .. 1 breezy
    Rgb tint{0.05f, 0.10f, 0.07f}; // colour of the deep water, reflectance
    bool operator==(const Water&) const = default;
};
// What the water covers: the cells under its level that hang together with its spot, with a rim of dry ones. Low ground
// elsewhere is no part of it. Immutable.
class WaterRegion {
public:
    // Empty when the spot is dry or outside the site.
    static WaterRegion of(const HeightField& field, const Water& water);
    bool holds(const V2f& p) const;                          // in a cell that the water covers, or in the rim
    bool reaches(const V2f& p) const;                        // there, or within 3 m of the shore
    const std::vector<V2i>& cells() const { return cells_; } // covered and rim, in no order

private:
    char at(const V2f& p) const;
    GroundGrid grid_;
    std::vector<V2i> cells_;
    std::vector<char> marks_; // of every cell of the grid; empty: none
};
// A level sheet over the region, so that it runs into the bank.
Mesh waterSurface(const HeightField& field, const Water& water, const WaterRegion& region);
// The edge where the water meets the ground, as line segments in plan.
std::vector<std::pair<V2f, V2f>> shoreLine(const HeightField& field, const Water& water, const WaterRegion& region);

// Land from the site's border to `radius` metres out, with the border's own heights at its rim.
Mesh farLand(const HeightField& field, uint64_t seed, float radius = 14000);
// Share of woodland 0..1 at a far place: farLand() is raised there, and surfaces darken.
float farWood(const V2f& p, uint64_t seed);

// Contour lines of the field at every multiple of `interval` metres, as line segments in plan.
struct Contour {
    float height;
    std::vector<std::pair<V2f, V2f>> segments;
};
std::vector<Contour> contours(const HeightField& field, const Box2f& window, float interval, int step);

} // namespace thallos
