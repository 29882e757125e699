#include "core/ground/path.h"

#include <algorithm>
#include <cmath>

#include "core/ground/sweep.h"

namespace thallos {

namespace {

constexpr float kSteepestSteps = 0.55f; // rise for a run of one that flights may have
constexpr float kUnderSteps = 0.04f;    // metres of the ground under their lower edges
constexpr float kLeastFlight = 1.0f;    // metres between flights, else they are one
constexpr float kStepFoot = 0.45f;      // metres that steps reach down

// Parts of the line that are steeper than people walk.
std::vector<Flight> flightsOf(const PathShape& shape, const PlanLine& line, const std::vector<float>& heights) {
    std::vector<Flight> out;
    const auto steep = [&](size_t i) {
        const float run = line.along[i + 1] - line.along[i];
        return std::abs(heights[i + 1] - heights[i]) > shape.steepest * 1.02f * run;
    };
    for (size_t i = 0; i < line.segments(); ++i) {
        if (shape.steps != StepsWhere::Everywhere && !steep(i)) continue;
        const bool up = heights[i + 1] >= heights[i];
        if (!out.empty() && line.along[i] - out.back().to < kLeastFlight &&
            (shape.steps == StepsWhere::Everywhere || up == (out.back().top >= out.back().bottom))) {
            out.back().to = line.along[i + 1];
            out.back().top = heights[i + 1];
        } else
            out.push_back({line.along[i], line.along[i + 1], heights[i], heights[i + 1], 1});
    }
    for (Flight& f : out)
        f.risers =
            std::max(1, static_cast<int>(std::lround(std::abs(f.top - f.bottom) / std::max(shape.riser, 0.05f))));
    // A rise of less than half a step is none.
    std::erase_if(out, [&](const Flight& f) { return std::abs(f.top - f.bottom) < 0.5f * shape.riser; });
    return out;
}

float heightOn(const Flight& f, float along) {
    return lerp(f.bottom, f.top, clamp01((along - f.from) / std::max(f.to - f.from, 1e-6f)));
}

} // namespace

LaidPath layPath(const PathShape& shape, const std::function<float(const V2f&)>& ground) {
    LaidPath laid;
    laid.line = lineThrough(shape.points);
    if (laid.line.segments() == 0) return laid;
    Profile profile;
    profile.steepest = shape.steps == StepsWhere::None ? shape.steepest : std::max(shape.steepest, kSteepestSteps);
    profile.start = shape.start;
    profile.end = shape.end;
    profile.smooth = std::max(2.0f, shape.width);
    if (shape.even) {
        const float a = shape.start.value_or(ground(laid.line.points.front())),
                    b = shape.end.value_or(ground(laid.line.points.back()));
        for (const float along : laid.line.along) laid.heights.push_back(lerp(a, b, along / laid.line.length()));
    } else
        laid.heights = profileOf(laid.line, ground, profile);
    if (shape.steps != StepsWhere::None) laid.flights = flightsOf(shape, laid.line, laid.heights);
    for (const Flight& f : laid.flights)
        for (size_t i = 0; i < laid.line.points.size(); ++i)
            if (laid.line.along[i] >= f.from && laid.line.along[i] <= f.to)
                laid.heights[i] = heightOn(f, laid.line.along[i]);
    // Over a pace at least: what is shorter nobody feels as a slope.
    constexpr float kPace = 0.9f; // metres
    const std::vector<float>& along = laid.line.along;
    for (size_t i = 0, j = 0; i < laid.line.segments(); ++i) {
        while (j < laid.line.segments() && along[j] - along[i] < std::min(kPace, along.back())) ++j;
        if (along[j] - along[i] < std::min(kPace, along.back())) break;
        if (std::any_of(laid.flights.begin(), laid.flights.end(),
                        [&](const Flight& f) { return along[j] > f.from && along[i] < f.to; }))
            continue;
        if (const float slope = std::abs(laid.heights[j] - laid.heights[i]) / (along[j] - along[i]);
            slope > laid.steepest) {
            laid.steepest = slope;
            laid.steepestAt = along[i];
        }
    }
    return laid;
}

Corridor corridorOf(const PathShape& shape, const LaidPath& laid) {
    Corridor c;
    c.line = laid.line;
    c.heights = laid.heights;
    for (const Flight& f : laid.flights)
        for (size_t i = 0; i < c.heights.size(); ++i)
            if (c.line.along[i] > f.from + 1e-3f && c.line.along[i] < f.to - 1e-3f) c.heights[i] -= kUnderSteps;
    c.width = shape.width;
    c.crossfall = shape.crossfall;
    c.shoulder = shape.kerb > 0 ? shape.kerbWidth + 0.05f : 0.1f;
    c.batter = shape.batter;
    c.cutBatter = shape.cutBatter;
    c.rut = shape.rut;
    c.gauge = shape.gauge;
    return c;
}

Mesh stepsOf(const PathShape& shape, const LaidPath& laid) {
    Mesh mesh;
    const float half = 0.5f * shape.width;
    for (const Flight& f : laid.flights) {
        for (int k = 0; k < f.risers; ++k) {
            const float a = f.from + f.going() * static_cast<float>(k), b = a + f.going();
            // Of a flight that rises the tread lies as high as its back edge, of one that falls as its front edge.
            const float z = f.bottom + f.rise() * static_cast<float>(f.rise() > 0 ? k + 1 : k);
            std::vector<V2f> points{laid.line.place(a)};
            for (size_t i = 0; i < laid.line.points.size(); ++i)
                if (laid.line.along[i] > a + 0.02f && laid.line.along[i] < b - 0.02f)
                    points.push_back(laid.line.points[i]);
            points.push_back(laid.line.place(b));
            const PlanLine tread = lineThrough(points);
            const float low = std::min(f.bottom, f.top) - 10 * kUnderSteps,
                        foot = std::max(z - kStepFoot - std::abs(f.rise()), std::min(low, z - 0.1f));
            const std::vector<SectionPoint> section{{-half, foot}, {half, foot}, {half, z}, {-half, z}};
            sweep(mesh, tread, std::vector<std::vector<SectionPoint>>(tread.points.size(), section));
        }
    }
    return mesh;
}

Mesh kerbsOf(const PathShape& shape, const LaidPath& laid) {
    Mesh mesh;
    if (shape.kerb <= 0 || laid.line.segments() == 0) return mesh;
    const float half = 0.5f * shape.width;
    for (const float side : {-1.0f, 1.0f}) {
        std::vector<std::vector<SectionPoint>> sections;
        for (const float h : laid.heights) {
            const float z = h + side * shape.crossfall * half;
            const float a = side < 0 ? -half - shape.kerbWidth : half, b = a + shape.kerbWidth;
            sections.push_back({{a, z - 0.25f}, {b, z - 0.25f}, {b, z + shape.kerb}, {a, z + shape.kerb}});
        }
        sweep(mesh, laid.line, sections);
    }
    return mesh;
}

std::vector<Polygon> outlinesOf(const PathShape& shape, const LaidPath& laid, float beside) {
    const float half = 0.5f * shape.width + (shape.kerb > 0 ? shape.kerbWidth : 0) + beside;
    return stripsOf(laid.line, -half, half);
}

PathClass classOf(float width) {
    return width < 1.85f  ? PathClass::Footpath
           : width < 3    ? PathClass::Track
           : width < 4.5f ? PathClass::Lane
                          : PathClass::Road;
}

} // namespace thallos
