// Lines in plan: how far along one a place lies and how far beside it.
#pragma once

#include <cstdint>
#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct PlanLine {
    std::vector<V2f> points; // two at least; of a closed one the first comes once
    bool closed = false;
    std::vector<float> along; // metres from the first to each; of a closed one to the first again too
    // Neighbouring segments with the box around them: what is far from a place is passed over as a whole.
    struct Run {
        Box2f box;
        size_t first = 0, count = 0;
        bool operator==(const Run&) const = default;
    };
    std::vector<Run> runs; // all segments in their order

    size_t segments() const { return along.empty() ? 0 : along.size() - 1; }
    float length() const { return along.back(); }
    const V2f& from(size_t segment) const { return points[segment]; }
    const V2f& to(size_t segment) const { return points[(segment + 1) % points.size()]; }
    // A value that is given at each point, between them; of a closed line the first's comes after the last.
    float at(const std::vector<float>& values, float metres) const;
    float at(const std::vector<float>& values, const struct OnLine& on) const;
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

// Boxes that hold all within `margin` metres of a line, each of at most `kAlong` metres of it: what asks for something
// beside the line then does not ask for all of its bounding box.
inline constexpr float kAlong = 16;
std::vector<Box2f> boxesAlong(const std::vector<V2f>& points, float margin);

struct OnLine {
    float along = 0;    // metres to the nearest place of the line
    float side = 0;     // metres from it, to the left positive
    float beyond = 0;   // metres past an end in the line's direction there; 0 beside the line
    float distance = 0; // |side|, or of the end
    size_t segment = 0; // that the place lies on
    float share = 0;    // of it, 0..1
};

// A line through places no farther than `off` metres from the points, with as few of them as that takes.
std::vector<V2f> straightened(const std::vector<V2f>& points, float off);

// Where places lie on a line that is near them. Quickest for places next to each other; for one thread.
class NearLine {
public:
    // Both refer to the line. Places farther than `reach` metres from it get no answer.
    NearLine(const PlanLine& line, float reach);
    // For many places of a window: of the line it looks at those segments alone that may be the nearest ones there.
    NearLine(const PlanLine& line, const Box2f& window, float reach);
    bool at(const V2f& p, OnLine& out) const; // false: too far
    // Nothing of the window is nearer to the line than that, metres.
    float least() const { return least_; }
    // The lowest and the highest of the values given at each point, where the line may be the nearest.
    V2f range(const std::vector<float>& values) const;

private:
    const PlanLine& line_;
    float reach_;
    bool whole_;
    float least_ = 0;
    mutable size_t last_ = SIZE_MAX;  // the nearest segment of the last place, where the next one begins to look
    std::vector<PlanLine::Run> near_; // of the window
};

} // namespace thallos
