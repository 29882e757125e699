// Brushes: one dab changes a layer under a round of the ground.
#pragma once

#include <optional>

#include "core/ground/height_field.h"
#include "core/mesh/polygon.h"

namespace thallos {

enum class BrushKind {
    Raise,
    Lower,
    Level,   // towards a height
    Ramp,    // a straight slope from one place to another, see ramped()
    Smooth,  // bumps and banks are evened out
    Roughen, // bumps come
    Slump,   // banks slide until they stand
    Rut,     // two wheels go along the stroke
    Restore, // what was sculpted goes
    Protect, // sculpting keeps off; Release takes that back
    Release,
    Paint, // a cover; Wipe takes it off
    Wipe
};

struct Brush {
    BrushKind kind = BrushKind::Raise;
    float radius = 6; // metres
    float strength =
        0.3f; // raise, lower, roughen, rut: metres a dab at the middle; others: share 0..1 of the full effect
    float falloff = 0.6f;            // 0 hard edge .. 1 falls from the middle
    std::optional<float> limit = {}; // raise up to it, lower down to it
    float level = 0;                 // that Level brings the ground to
    float repose = 0.7f;             // rise for a run of one at which the ground stands
    int passes = 10;                 // of sliding a dab
    float gauge = 1.5f;              // metres from one rut to the other
    bool operator==(const Brush&) const = default;
};
BrushKind inverse(BrushKind kind); // what the held key does; what has no opposite stays
bool paints(BrushKind kind);       // a cover; else it moves the ground
bool asksHeights(const Brush& b);  // what it does depends on the heights that are there
// Weight 0..1 at `distance` metres from the middle.
float brushWeight(const Brush& brush, float distance);

// A layer that is sculpted, and where it is kept from that.
struct Sculpting {
    HeightLayer heights;                               // metres added to the ground before
    WeightLayer kept;                                  // where brushes leave it alone
    bool operator==(const Sculpting&) const = default; // identity of tiles
};

// One dab of a brush that moves the ground, in a stroke that runs `along` (unit; 0: it does not run yet). `now`: the
// heights that the layer comes to, earlier dabs among them; its tiles are asked only where asksHeights(). Tiles that
// the dab does not reach are shared. An empty layer is all zero. Where the brush is small for the grid the layer gets
// as dense as it takes to show it, to `finest` metres at most (0: it stays as it is).
Sculpting sculpted(const Sculpting& layer, const HeightField& now, const Brush& brush, const V2f& at,
                   const V2f& along = V2f(0), float finest = 0);
// A ramp in one go, as wide as the brush: beside the way from one place to the other the ground comes as near to a
// straight slope between their heights as the brush is strong.
Sculpting ramped(const Sculpting& layer, const HeightField& now, const Brush& brush, const V2f& from, const V2f& to,
                 float finest = 0);
// One dab of a brush that paints. `number` of the dab in its stroke: covers hold 256 steps, and what a weak dab adds of
// one is given to some samples by chance, to others by the next dab.
WeightLayer painted(const GroundGrid& grid, const WeightLayer& layer, const Brush& brush, const V2f& at,
                    uint64_t number = 0, float finest = 0);
// Painted along a line of points, `width` metres wide with `soft` metres of edge.
WeightLayer paintedAlong(const GroundGrid& grid, const WeightLayer& layer, const Polygon& line, float width,
                         float soft);

// Where the dabs of a stroke lie: at even steps along the way of the hand, however fast it goes and however often it is
// asked.
class StrokeWalk {
public:
    StrokeWalk(const V2f& start, float step) : last_(start), step_(step) {}
    // The dabs up to that place since the last call, at most 4096; the first one lies at the start.
    std::vector<V2f> to(const V2f& p);
    V2f along() const { return along_; } // of the last step, unit; 0 before there was one

private:
    V2f last_;
    float step_; // metres
    V2f along_{0};
    bool begun_ = false;
};

} // namespace thallos
