// The land of a project: the items that make the ground, in their order.
#pragma once

#include "core/ground/brush.h"
#include "core/ground/land.h"
#include "core/project/project.h"

namespace thallos {

// Of all that are shown. `upTo`: that item and those before it alone. Shares what comes out the same with `before`.
Land landOf(const Project& project, const Land* before = nullptr, Id upTo = {});

inline HeightField naturalOf(const Project& project) {
    return landOf(project).natural;
}

// With samples as close as that where items ask for detail; metres, 0: as the grid.
Project withFinest(const Project& project, float finest);
inline constexpr float kUsualFinest = 0.125f; // shows the edge of a path and the foot of a wall
// What the ground starts from, changed; made when there is none.
Project withTerrain(const Project& project, const std::function<void(Terrain&)>& change);
const Terrain* terrainOf(const Project& project); // the first that is shown; null: none
// `after`, which is `before` with other land: what stands on the ground goes up and down with it, buildings, water,
// cameras, measured lines. What is planted does so by itself.
Project lifted(const Project& before, const Project& after);
// On a site of another size or grid, about the same middle: larger or cropped. What was imported and made stays where
// it was; beyond the old edge imported heights go on level, and what was sculpted and painted runs out. Throws
// Error::Invalid as GroundGrid::make().
Project resized(const Project& project, const V2f& size, float cell);

// The layer that a brush works on, and what it makes of it: the chosen item where it is of the brush's sort, shown and
// not locked, else the last such one, else a new one. `now` and `along` as for sculpted(), `number` as for painted().
// The same project when the brush wipes what is not there.
Id layerFor(const Project& project, BrushKind kind, Id chosen);
// A ramp from one place to the other, in the layer that dabs would change.
Project ramped(const Project& project, const HeightField& now, const Brush& brush, const V2f& from, const V2f& to,
               Id chosen = {});
Project dabbed(const Project& project, const HeightField& now, const Brush& brush, const V2f& at, Id chosen = {},
               uint64_t number = 0, const V2f& along = V2f(0));

} // namespace thallos
