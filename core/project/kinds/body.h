// The kinds of items there are. A line here, and the compiler asks for all that a kind must be able to do: kinds/kind.h
// in core, app/work/kind.h in the window.
#pragma once

#include <string>
#include <variant>

#include "core/base/id.h"
#include "core/project/kinds/bank.h"
#include "core/project/kinds/building.h"
#include "core/project/kinds/clearing.h"
#include "core/project/kinds/climber.h"
#include "core/project/kinds/cover.h"
#include "core/project/kinds/drift.h"
#include "core/project/kinds/figure.h"
#include "core/project/kinds/group.h"
#include "core/project/kinds/legend.h"
#include "core/project/kinds/mark.h"
#include "core/project/kinds/pad.h"
#include "core/project/kinds/path.h"
#include "core/project/kinds/pool.h"
#include "core/project/kinds/sculpting.h"
#include "core/project/kinds/shot.h"
#include "core/project/kinds/site_line.h"
#include "core/project/kinds/specimens.h"
#include "core/project/kinds/stream.h"
#include "core/project/kinds/terrace.h"
#include "core/project/kinds/terrain.h"
#include "core/project/kinds/walkway.h"
#include "core/project/kinds/water.h"

namespace thallos {

using Body = std::variant< //
    Building,              //
    Figure,                //
    BuildingPad,           //
    Water,                 //
    Specimens,             //
    Drift,                 //
    Clearing,              //
    Shot,                  //
    Group,                 //
    Mark,                  //
    Climber,               //
    Walkway,               //
    Legend,                //
    Terrain,               //
    Sculpting,             //
    Cover,                 //
    Bank,                  //
    Terrace,               //
    SiteLine,              //
    Path,                  //
    Stream,                //
    Pool>;

} // namespace thallos
