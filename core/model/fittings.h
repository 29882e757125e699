// What is added to a model that its maker left out: a plinth under its walls, and in its windows curtains, blinds and
// the light of the rooms behind.
#pragma once

#include <vector>

#include "core/model/model.h"

namespace thallos {

enum class Fitting { Curtains, Blind, Slats, RoomLight };
inline constexpr int kFittings = 4;

// A wall under the outlines from 5 cm over z = 0 down to `depth` metres under it, `setback` behind them.
Mesh plinthOf(const std::vector<Polygon>& outlines, float depth, float setback);

// An upright sheet of glass, as it is found in a mesh of panes.
struct GlassSheet {
    V3f low{0}, along{0}; // one lower corner on the inside; the way along it with its width's length
    float height = 0;
    V3f inwards{0}; // unit
};
// Sheets at least 0.2 m wide and high whose shells hang together; inwards is where the outlines are.
std::vector<GlassSheet> panesOf(const Mesh& mesh, const std::vector<Polygon>& outlines);

// For one pane; `closed` 0..1 of it is covered. A room's light is a disc under the ceiling, 0.9 m
// behind the pane, of 400 lm for each square metre of it.
Mesh fittingOf(const GlassSheet& pane, Fitting fitting, float closed);
// What it is made of, with its name: cloth, slats of aluminium, a warm light of 4 000 cd/m2.
Surface surfaceOf(Fitting fitting);
// Of a plinth: concrete.
Surface plinthSurface();

} // namespace thallos
