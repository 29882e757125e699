// Time zones by name with their summer times, from the system's zone table (IANA).
#pragma once

#include <string>
#include <vector>

#include "core/light/sun.h"

namespace thallos {

// "Europe/Paris", in alphabetical order, without aliases. Empty where the system has no table.
const std::vector<std::string>& timeZones();
// Hours ahead of UTC that the zone's clocks are at that date and hour; in the hour that a change of clocks repeats or
// leaves out, those before the change. Throws Error::Missing for a zone that is not known.
double hoursAhead(const std::string& zone, const CivilTime& clock);
// The zone whose principal place is nearest; empty where the system has no table. A guess near borders.
std::string timeZoneNear(double latitude, double longitude);

} // namespace thallos
