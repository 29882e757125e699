// How the interface writes numbers: lengths in the unit that the artist chose, thousands apart.
#pragma once

#include <QString>

namespace thallos {

// All lengths from now on, in fields that are made from now on too.
void showFeet(bool feet);
bool showsFeet();
// With the decimal mark of the language: "12.3", "12,3".
QString decimalText(double value, int decimals);
// "12.30 m", or as many feet and inches as the decimals tell: 40'-4 1/4".
QString lengthText(double metres, int decimals = 2);
// Of an inch, that is about as fine as so many decimals of a metre.
int inchParts(int decimals);
// "19.8 × 13.0 × 4.2 m", or in feet and inches.
QString sizeText(double x, double y, double z, int decimals = 1);
QString extentText(double x, double y, int decimals = 1);
QString areaText(double squareMetres);
QString clockText(double hours);      // "08:36"
QString timeText(double seconds);     // "45 s", "12 min", "1 h 02 min"
QString durationText(double seconds); // "≈ 12 min"
QString timeLeftText(double seconds); // "3 min left"
// "0.24 GB", "310 MB"; thousands of 1024.
QString bytesText(int64_t bytes);
// Width by height of pictures, as the trade names them.
struct Aspect {
    const char* text;
    float value;
};
inline constexpr Aspect kAspects[] = {{"16:9", 16.0f / 9},  {"3:2", 1.5f}, {"4:3", 4.0f / 3},   {"5:4", 1.25f},
                                      {"1:1", 1},           {"4:5", 0.8f}, {"3:4", 0.75f},      {"2:3", 2.0f / 3},
                                      {"9:16", 9.0f / 16},  {"2:1", 2},    {"21:9", 21.0f / 9}, {"√2:1", 1.41421356f},
                                      {"1:√2", 0.70710678f}};
QString aspectText(double aspect); // one of these, else "1.85:1"
// Thin spaces between thousands.
QString countText(int64_t n);

} // namespace thallos
