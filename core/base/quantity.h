// Numbers as people type them: with units, sums, ratios and either decimal mark.
#pragma once

#include <string>
#include <string_view>

namespace thallos {

enum class Dimension {
    Plain,
    Length,
    Angle,
    Percent,
    Ratio, // run for one of rise, "1:12" or "1 in 12" gives 12
    Clock  // time of day in hours, "8:36" gives 8.6
};

// The value in metres (Length), degrees (Angle), share of 1 (Percent) or as it is. A number without unit has `unit`'s:
// "m", "mm", "cm", "km", "ft", "in", "mi", "%", "deg", "h", "min", or anything else for plain numbers.
// Takes + - * / and brackets: "2.5 m", "8 ft", "100/3", "2,5", "1:12", "3 ft + 4 in", "8'-6\"", "8 ft 6 in", "8'-6
// 1/2\"". Throws Error::Invalid with the reason.
double parseQuantity(std::string_view text, Dimension dimension, std::string_view unit);

// What one of a unit is in the values that parseQuantity() gives: 0.3048 of "ft"; 1 when the unit is none of the
// dimension's.
double unitSize(Dimension dimension, std::string_view unit);
// "08:36" of 8.6 hours.
std::string formatClock(double hours);
// Feet and inches to the nearest 1/`denominator` of an inch: 8'-6 1/2".
std::string formatFeet(double metres, int denominator);
// With as many decimals as asked, without trailing zeros; always a point.
std::string formatNumber(double value, int decimals);

} // namespace thallos
