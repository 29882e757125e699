#include "core/ground/corridor.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"

namespace thallos {

namespace {

// The bed at `side` metres to the left of its middle, against the middle's height; `lean` of its channel.
float bedAt(const Corridor& c, float side, float lean) {
    float z = c.crossfall * side;
    const float off = std::abs(side), half = 0.5f * c.width;
    if (c.depth > 0) {
        const float bottom = std::min(0.5f * c.bottom, half - 1e-3f);
        // The middle stays as deep as asked.
        const float middle = lean * std::min(0.5f * (half - bottom), 0.8f * bottom),
                    towards = side > middle ? 1.0f : -1.0f;
        z -= c.depth * (1 - smoothstep(bottom + towards * middle, half, towards * side));
    }
    if (c.rut > 0) {
        constexpr float kWide = 0.22f; // metres of half a rut
        const float from = std::abs(off - 0.5f * c.gauge) / kWide;
        if (from < 2)
            z += c.rut * (from < 1 ? -0.5f * (1 + std::cos(kPi * from)) : 0.18f * (1 - std::cos(2 * kPi * from)));
    }
    return z;
}

// As water has washed them out: not twice the same within a few metres.
float wandering(const Corridor& c, const V2f& p) {
    const float size = std::max(c.width, 1.0f);
    return c.ragged * (0.7f * valueNoise(p.x / size, p.y / size, 351) +
                       0.3f * valueNoise(p.x / (0.28f * size), p.y / (0.28f * size), 352));
}

} // namespace

StepReach reachOf(const Corridor& c) {
    return reachOf(c, NearLine(c.line, 0));
}

StepReach reachOf(const Corridor& c, const NearLine& near) {
    StepReach out;
    out.plan = c.line.box();
    const V2f levels = near.range(c.heights);
    const float tilt = 0.5f * std::abs(c.crossfall) * c.width;
    out.low = levels.x - tilt;
    out.high = levels.y + tilt;
    out.beside = (0.5f * c.width + c.shoulder) / (1 - c.ragged) + 1;
    out.batter = c.batter;
    out.cutBatter = c.cutBatter;
    return out;
}

float graded(const Corridor& c, const NearLine& near, float z, const V2f& p) {
    OnLine on;
    if (!near.at(p, on)) return z;
    if (c.ragged > 0) on.side *= 1 + wandering(c, p);
    const float half = 0.5f * c.width, off = std::abs(on.side), middle = c.line.at(c.heights, on);
    const float beside = std::max(off - half, 0.0f);
    const float out = on.beyond > 0 ? std::hypot(on.beyond, beside) : beside;
    const float lean = c.leans.empty() ? 0 : c.line.at(c.leans, on);
    const float level = middle + bedAt(c, std::clamp(on.side, -half, half), lean);
    const auto to = [&](float bed) {
        return out <= c.shoulder ? bed : battered(z, bed, out - c.shoulder, c.batter, c.cutBatter);
    };
    const float full = to(level);
    return c.fillShort > 0 && full > z ? std::max(z, to(level - c.fillShort)) : full;
}

std::vector<float> profileOf(const PlanLine& line, const std::function<float(const V2f&)>& ground,
                             const Profile& profile) {
    const float length = line.length();
    // Even samples, at least two to the metre.
    const int n = std::clamp(static_cast<int>(std::ceil(length / 0.5f)), 1, 20000);
    const float step = length / static_cast<float>(n), rise = std::max(profile.steepest, 1e-4f) * step;
    std::vector<float> z(static_cast<size_t>(n) + 1);
    for (int i = 0; i <= n; ++i) z[static_cast<size_t>(i)] = ground(line.place(step * static_cast<float>(i)));
    const float start = profile.start.value_or(z.front()), end = profile.end.value_or(z.back());
    z.front() = start;
    z.back() = end;
    // Evened out by a window that gets narrower towards the ends, which stay.
    std::vector<double> sum{0};
    for (const float v : z) sum.push_back(sum.back() + static_cast<double>(v));
    const int wide = std::max(static_cast<int>(profile.smooth / step), 0);
    std::vector<float> even(z.size());
    for (int i = 0; i <= n; ++i) {
        const int w = std::min({wide, i, n - i});
        even[static_cast<size_t>(i)] =
            static_cast<float>((sum[static_cast<size_t>(i + w + 1)] - sum[static_cast<size_t>(i - w)]) / (2 * w + 1));
    }
    // The mean of the lowest line over it and the highest under it that are no steeper than asked is no steeper either
    // (Lipschitz envelopes).
    std::vector<float> over = even, under = even;
    for (size_t i = 1; i < even.size(); ++i) {
        over[i] = std::max(over[i], over[i - 1] - rise);
        under[i] = std::min(under[i], under[i - 1] + rise);
    }
    for (size_t i = even.size() - 1; i-- > 0;) {
        over[i] = std::max(over[i], over[i + 1] - rise);
        under[i] = std::min(under[i], under[i + 1] + rise);
    }
    for (size_t i = 0; i < even.size(); ++i) even[i] = 0.5f * (over[i] + under[i]);
    // What can be reached from both ends.
    const bool possible = std::abs(end - start) <= rise * static_cast<float>(n) * 1.0001f;
    for (int i = 0; i <= n; ++i) {
        float& v = even[static_cast<size_t>(i)];
        const float a = rise * static_cast<float>(i), b = rise * static_cast<float>(n - i);
        if (possible)
            v = std::clamp(v, std::max(start - a, end - b),
                           std::max(std::max(start - a, end - b), std::min(start + a, end + b)));
        else
            v = lerp(start, end, static_cast<float>(i) / static_cast<float>(n));
    }
    std::vector<float> out;
    for (size_t i = 0; i < line.points.size(); ++i) {
        const float at = line.along[i] / step;
        const auto k = static_cast<size_t>(std::min(static_cast<int>(at), n - 1));
        out.push_back(lerp(even[k], even[k + 1], clamp01(at - static_cast<float>(k))));
    }
    return out;
}

} // namespace thallos
