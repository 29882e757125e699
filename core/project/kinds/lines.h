// What kinds that are drawn as lines of handles have in common.
#pragma once

#include "core/ground/line.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

inline constexpr float kCurveStep = 0.5f;     // metres from point to point of a smooth line
inline constexpr float kLongestLine = 50'000; // metres

inline Box2f extentOf(const std::vector<V2f>& points) {
    Box2f box;
    for (const V2f& p : points) box.extendBy(p);
    return box;
}
inline void movePoints(std::vector<V2f>& points, const Moving& moving) {
    for (V2f& p : points) p = moving.to(p);
}
// What is built along a line is worked out every few decimetres.
inline void limitLength(const std::vector<V2f>& points, Limits& tell) {
    float length = 0;
    for (size_t i = 1; i < points.size(); ++i) length += (points[i] - points[i - 1]).length();
    if (!(length <= kLongestLine)) tell.broken(Text("%w is longer than %1 km", static_cast<int>(kLongestLine / 1000)));
}
inline void limitPoints(std::vector<V2f>& points, size_t least, Limits& tell) {
    if (points.size() < least) return tell.broken(Text("%w has too few points"));
    for (V2f& p : points) tell.point("a point", p);
    limitLength(points, tell);
}
nlohmann::json toJson(const std::vector<V2f>& points);
std::vector<V2f> readPoints(const JsonReader& in);

} // namespace thallos
