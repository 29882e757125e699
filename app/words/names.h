// What the window calls things that core names in files: seasons, kinds of species, roles of parts, kinds of items.
#pragma once

#include <string>

#include <QString>

#include "core/planting/proxy.h"
#include "core/planting/season.h"
#include "core/planting/species.h"

namespace thallos {

QString nameOf(Season season);
QString nameOf(SpeciesKind kind);
QString nameOf(PartRole role);
// Of a species, a material or a family of them that came with Thallos; names of one's own stay as they are.
QString libraryName(const std::string& name);

} // namespace thallos
