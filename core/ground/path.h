// A path as it is laid into the land: its line, its heights, flights of steps where it is too steep to walk, and the
// bodies of steps and kerbs.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "core/ground/corridor.h"
#include "core/mesh/mesh.h"
#include "core/mesh/polygon.h"

namespace thallos {

enum class StepsWhere { None, Steep, Everywhere };

struct PathShape {
    std::vector<V2f> points; // of the line, close to each other
    float width = 1.2f;
    float steepest = 0.08f;          // rise for a run of one along it, without steps
    bool even = false;               // one slope from end to end, whatever the land does
    float crossfall = 0.02f;         // to the right
    float batter = 3, cutBatter = 3; // run for one of rise
    StepsWhere steps = StepsWhere::None;
    float riser = 0.16f;              // metres, about
    float kerb = 0, kerbWidth = 0.1f; // metres over the path; 0: none
    float rut = 0, gauge = 1.5f;      // metres
    std::optional<float> start, end;  // heights that its ends join
    bool operator==(const PathShape&) const = default;
};

struct Flight {
    float from = 0, to = 0;    // metres along the line
    float bottom = 0, top = 0; // heights at these; the one at `from` may be the higher
    int risers = 1;
    float rise() const { return (top - bottom) / static_cast<float>(risers); }            // of a step, negative down
    float going() const { return (to - from) / static_cast<float>(std::max(risers, 1)); } // depth of a tread
};

struct LaidPath {
    PlanLine line; // no segments: it is nowhere
    std::vector<float> heights;
    std::vector<Flight> flights;
    float steepest = 0;   // rise for a run of one over a pace outside flights, without sign
    float steepestAt = 0; // where that pace begins, metres along the line
};
LaidPath layPath(const PathShape& shape, const std::function<float(const V2f&)>& ground);

// Its part of the ground, a little under steps.
Corridor corridorOf(const PathShape& shape, const LaidPath& laid);
// Steps and kerbs; empty: it has none. World axes.
Mesh stepsOf(const PathShape& shape, const LaidPath& laid);
Mesh kerbsOf(const PathShape& shape, const LaidPath& laid);
// What it covers in plan, `beside` metres more to each side.
std::vector<Polygon> outlinesOf(const PathShape& shape, const LaidPath& laid, float beside = 0);

// What people call a way of such a width.
enum class PathClass { Footpath, Track, Lane, Road };
PathClass classOf(float width);
inline constexpr float kPathWidths[] = {1.2f, 2.5f, 3.5f, 5.5f}; // metres, usual

} // namespace thallos
