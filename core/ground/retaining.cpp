#include "core/ground/retaining.h"

#include <algorithm>
#include <numeric>

#include "core/ground/sweep.h"

namespace thallos {

namespace {

constexpr float kFoundation = 0.45f; // metres that a wall reaches into the ground

// The wall's faces as metres to the left of the line: a retaining wall stands before the ground that it holds, others
// astride of the line.
std::pair<float, float> facesOf(const WallShape& s) {
    if (!s.retains) return {-0.5f * s.thickness, 0.5f * s.thickness};
    return s.leftHigh ? std::pair(-s.thickness, 0.0f) : std::pair(0.0f, s.thickness);
}

} // namespace

LaidWall layWall(const WallShape& shape, const std::function<float(const V2f&)>& ground) {
    LaidWall laid;
    laid.line = lineThrough(shape.points, shape.closed);
    if (laid.line.segments() == 0) return laid;
    Profile profile;
    profile.steepest = 1;
    profile.smooth = 1;
    laid.foot = profileOf(laid.line, ground, profile);
    const size_t n = laid.foot.size();
    const float mean = std::accumulate(laid.foot.begin(), laid.foot.end(), 0.0f) / static_cast<float>(n) + shape.height;
    for (size_t i = 0; i < n; ++i) {
        const float crown = shape.level ? std::max(mean, laid.foot[i] + 0.05f) : laid.foot[i] + shape.height;
        // At an open end the ground behind comes down to the foot.
        const float s = laid.line.along[i], end = std::min(s, laid.line.length() - s);
        const float held = laid.line.closed ? crown - laid.foot[i]
                                            : std::min(crown - laid.foot[i], end / std::max(shape.batter, 0.5f));
        laid.top.push_back(shape.retains ? laid.foot[i] + held : laid.foot[i]);
        laid.crown.push_back(crown + (shape.retains ? shape.upstand : 0));
    }
    return laid;
}

WallBreak breakOf(const WallShape& shape, const LaidWall& laid) {
    return {laid.line, laid.foot, laid.top, shape.leftHigh, shape.batter, shape.cutBatter};
}

Mesh wallBody(const WallShape& shape, const LaidWall& laid) {
    Mesh mesh;
    const auto [right, left] = facesOf(shape);
    std::vector<std::vector<SectionPoint>> sections;
    for (size_t i = 0; i < laid.crown.size(); ++i) {
        const float foot = laid.foot[i] - kFoundation, lean = shape.lean * (laid.crown[i] - foot);
        const bool faceRight = !shape.retains || shape.leftHigh, faceLeft = !shape.retains || !shape.leftHigh;
        sections.push_back({{right - (faceRight ? lean : 0), foot},
                            {left + (faceLeft ? lean : 0), foot},
                            {left, laid.crown[i]},
                            {right, laid.crown[i]}});
    }
    sweep(mesh, laid.line, sections);
    return mesh;
}

Mesh copingBody(const WallShape& shape, const LaidWall& laid) {
    Mesh mesh;
    if (shape.coping <= 0) return mesh;
    const auto [right, left] = facesOf(shape);
    std::vector<std::vector<SectionPoint>> sections;
    for (const float z : laid.crown)
        sections.push_back({{right - shape.overhang, z},
                            {left + shape.overhang, z},
                            {left + shape.overhang, z + shape.coping},
                            {right - shape.overhang, z + shape.coping}});
    sweep(mesh, laid.line, sections);
    return mesh;
}

std::vector<Polygon> outlinesOf(const WallShape& shape, const LaidWall& laid) {
    const auto [right, left] = facesOf(shape);
    return stripsOf(laid.line, right, left);
}

} // namespace thallos
