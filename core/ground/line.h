// Lines in plan: how far along one a place lies and how far beside it.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct PlanLine {
    std::vector<V2f> points; // two at least; of a closed one the first comes once
    bool closed = false;
    std::vector<float> along; // metres from the first to each; of a closed one to the first again too

    size_t segments() const { return along.empty() ? 0 : along.size() - 1; }
    float length() const { return along.back(); }
    const V2f& from(size_t segment) const { return points[segment]; }
    const V2f& to(size_t segment) const { return points[(segment + 1) % points.size()]; }
    // A value that is given at each point, between them; of a closed line the first's comes after the last.
    float at(const std::vector<float>& values, float metres) const;
    V2f place(float metres) const;     // clamped to the line
    V2f direction(float metres) const; // unit
    Box2f box() const;                 // empty: no segments
    bool operator==(const PlanLine&) const = default;
};
// Points that fall upon each other count once. Fewer than two apart: a line of no segments.
PlanLine lineThrough(const std::vector<V2f>& points, bool closed = false);
// A centripetal Catmull-Rom curve through the handles, as points at most about `step` metres apart; the handles are
// among them (Yuksel et al. 2011).
std::vector<V2f> curveThrough(const std::vector<V2f>& handles, float step, bool closed = false);

struct OnLine {
    float along = 0;    // metres to the nearest place of the line
    float side = 0;     // metres from it, to the left positive
    float beyond = 0;   // metres past an end in the line's direction there; 0 beside the line
    float distance = 0; // |side|, or of the end
};

// The part of a line that comes near a window, for many questions within it.
class NearLine {
public:
    // Refers to the line. Places of the window farther than `reach` metres from the line get no answer.
    NearLine(const PlanLine& line, const Box2f& window, float reach);
    bool at(const V2f& p, OnLine& out) const; // false: too far

private:
    // Neighbouring segments with the box around them: most are passed over as a whole.
    struct Run {
        Box2f box;
        size_t first, count;
    };
    const PlanLine& line_;
    float reach_;
    std::vector<Run> runs_;
};

} // namespace thallos
