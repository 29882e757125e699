// What the window calls things that core names in files: seasons, kinds of species, roles of parts, kinds of items.
#pragma once

#include <string>

#include <QString>

#include "core/model/health.h"
#include "core/planting/proxy.h"
#include "core/planting/season.h"
#include "core/planting/species.h"
#include "core/snags/snags.h"

namespace thallos {

QString nameOf(Season season);
QString nameOf(SpeciesKind kind);
QString nameOf(PartRole role);
QString faultText(Fault fault);      // "Inside-out faces"
QString faultHelp(Fault fault);      // what it does to the picture, and what its cure does
QString cureAmountText(Fault fault); // what the cure asks for besides
QString snagText(const Snag& snag);  // "floats by 0.12 m"
QString snagFigure(SnagKind kind, float figure);
QString snagCure(SnagKind kind); // what a button does about it; empty: nothing from here
// Of a species, a material or a family of them that came with Thallos; names of one's own stay as they are.
QString libraryName(const std::string& name);

} // namespace thallos
