// What kinds that cover areas have in common. An area is a list of handles of a smooth closed outline.
#pragma once

#include "core/mesh/polygon.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

using Areas = std::vector<std::vector<V2f>>;

inline Box2f extentOf(const Areas& areas) { // of the handles
    Box2f box;
    for (const auto& area : areas)
        for (const V2f& p : area) box.extendBy(p);
    return box;
}
inline Box2f outlinedBy(const Areas& areas) { // of the smooth outlines, which swing out further
    Box2f box;
    for (const auto& area : areas) box.extendBy(bounds(smoothOutline(area)));
    return box;
}
inline void moveAreas(Areas& areas, const Moving& moving) {
    for (auto& area : areas)
        for (V2f& p : area) p = moving.to(p);
}
inline void snapToAreas(const Areas& areas, SnapTargets& targets) {
    for (const auto& area : areas) targets.outline(area, true);
}

} // namespace thallos
