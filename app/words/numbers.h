// How the interface writes numbers: lengths in the unit that the artist chose, thousands apart.
#pragma once

#include <QString>

namespace thallos {

// All lengths from now on, in fields that are made from now on too.
void showFeet(bool feet);
bool showsFeet();
// "12.30 m", or "40.35 ft".
QString lengthText(double metres, int decimals = 2);
QString areaText(double squareMetres);
QString clockText(double hours);      // "08:36"
QString durationText(double seconds); // "about 12 min"
QString timeLeftText(double seconds); // "3 min left"
// Thin spaces between thousands.
QString countText(int64_t n);

} // namespace thallos
