// Ground that is graded along a line: the bed of a path, a ramp, a ditch. And how such a line is laid into
// the land: as near to it as its slope allows.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "core/ground/batter.h"
#include "core/ground/line.h"

namespace thallos {

// Across, from the middle: the bed, level but for its crossfall and what is worn into it, then the shoulder, then
// batters to the ground. Its ends are square.
struct Corridor {
    PlanLine line;
    std::vector<float> heights; // of the middle at each point
    float width = 1.2f;
    float crossfall = 0;             // fall to the right for a run of one, -0.2..0.2
    float shoulder = 0.1f;           // metres beside the bed that lie as high
    float batter = 3, cutBatter = 3; // run for one of rise, of fill and of cut
    float depth = 0;                 // of a channel in the bed, below `heights`
    float bottom = 0;                // its width there; its sides rise to the bed's edges
    // At each point, -1..1: how far the bottom lies off the middle, as a share of the farthest at which the middle is
    // still part of it; to the left positive. Empty: it keeps to the middle.
    std::vector<float> leans{};
    float fillShort = 0;         // fill ends so many metres under the bed and its shoulders; 0: it reaches them
    float ragged = 0;            // share of their distance from the middle by which edges and banks wander, 0..0.5
    float rut = 0, gauge = 1.5f; // depth of two wheel ruts, metres from middle to middle
    bool operator==(const Corridor&) const = default;
};

StepReach reachOf(const Corridor& corridor);
// Of the part that is near; none of it: it reaches nowhere.
StepReach reachOf(const Corridor& corridor, const NearLine& near);

// What a corridor makes of the height z at p; `near` its line.
float graded(const Corridor& corridor, const NearLine& near, float z, const V2f& p);

struct Profile {
    float steepest = 0.08f;          // rise for a run of one along the line at most
    std::optional<float> start, end; // fixed heights; none: of the ground there
    float smooth = 3;                // metres over which bumps of the ground are evened out
};
// Heights along a line: those of the ground, evened out and nowhere steeper than asked. Where fixed ends lie too far
// apart for that, it is one even slope.
std::vector<float> profileOf(const PlanLine& line, const std::function<float(const V2f&)>& ground,
                             const Profile& profile);

} // namespace thallos
