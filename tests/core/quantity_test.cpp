#include <clocale>
#include <cmath>
#include <locale>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/quantity.h"

using namespace thallos;

struct Typed {
    const char* text;
    Dimension dimension;
    const char* unit;
    double value;
};

class TypedQuantity : public testing::TestWithParam<Typed> {};
TEST_P(TypedQuantity, IsRead) {
    const Typed& t = GetParam();
    EXPECT_NEAR(parseQuantity(t.text, t.dimension, t.unit), t.value, 1e-9 * (1 + std::abs(t.value))) << t.text;
}
INSTANTIATE_TEST_SUITE_P(
    Typed, TypedQuantity,
    testing::Values(Typed{"2.5 m", Dimension::Length, "m", 2.5}, Typed{"2,5", Dimension::Length, "m", 2.5},
                    Typed{"8 ft", Dimension::Length, "m", 2.4384}, Typed{"100/3", Dimension::Length, "m", 100.0 / 3},
                    Typed{"100/3", Dimension::Length, "mm", 0.1 / 3},
                    Typed{"250 mm + 1 m", Dimension::Length, "m", 1.25},
                    Typed{"3 ft + 4 in", Dimension::Length, "m", 1.016}, Typed{"6'", Dimension::Length, "m", 1.8288},
                    Typed{"20", Dimension::Length, "mm", 0.02}, Typed{"2 * 1.5", Dimension::Length, "m", 3},
                    Typed{"2*20", Dimension::Length, "mm", 0.04}, Typed{"(1 + 2) * 3", Dimension::Plain, "", 9},
                    Typed{"-4", Dimension::Plain, "", -4},
                    Typed{"\xE2\x88\x92"
                          "4",
                          Dimension::Plain, "", -4},
                    Typed{"+4 - -2", Dimension::Plain, "", 6}, Typed{"1:12", Dimension::Ratio, "", 12},
                    Typed{"1 in 2.5", Dimension::Ratio, "", 2.5}, Typed{"2 : 5", Dimension::Ratio, "", 2.5},
                    Typed{"3", Dimension::Ratio, "", 3}, Typed{"35", Dimension::Percent, "%", 0.35},
                    Typed{"35 %", Dimension::Percent, "%", 0.35}, Typed{"70/2", Dimension::Percent, "%", 0.35},
                    Typed{"45\xC2\xB0", Dimension::Angle, "\xC2\xB0", 45},
                    Typed{"90 deg / 4", Dimension::Angle, "deg", 22.5}, Typed{"1 km", Dimension::Length, "m", 1000},
                    Typed{"2", Dimension::Length, "mi", 3218.688}, Typed{"  7  ", Dimension::Plain, "", 7},
                    Typed{".5", Dimension::Plain, "", 0.5}, Typed{",5", Dimension::Plain, "", 0.5},
                    Typed{"8:36", Dimension::Clock, "", 8.6}, Typed{" 08 : 30 ", Dimension::Clock, "", 8.5},
                    Typed{"8.6", Dimension::Clock, "", 8.6}, Typed{"7 h + 45 min", Dimension::Clock, "", 7.75}),
    [](const auto& info) { return "case" + std::to_string(info.index); });

// Every way to write a length, in every unit, with either decimal mark, under a locale that writes a comma.
TEST(Quantity, IsReadAlikeInEveryUnitMarkAndLocale) {
    struct Comma : std::numpunct<char> {
        char do_decimal_point() const override { return ','; }
        char do_thousands_sep() const override { return '.'; }
        std::string do_grouping() const override { return "\3"; }
    };
    const std::locale before = std::locale::global(std::locale(std::locale(), new Comma));
    const std::string clocale = std::setlocale(LC_NUMERIC, nullptr);
    for (const char* name : {"de_DE.UTF-8", "de_DE.utf8", "fr_FR.UTF-8"})
        if (std::setlocale(LC_NUMERIC, name)) break; // where one is installed
    const std::pair<const char*, double> units[] = {
        {"", 1},       {" m", 1},       {"m", 1},       {" mm", 0.001}, {"mm", 0.001},   {" cm", 0.01}, {"cm", 0.01},
        {" km", 1000}, {" ft", 0.3048}, {"ft", 0.3048}, {"'", 0.3048},  {" in", 0.0254}, {"\"", 0.0254}};
    const std::pair<const char*, double> numbers[] = {{"2", 2},         {"2.5", 2.5},    {"2,5", 2.5}, {"0.125", 0.125},
                                                      {"0,125", 0.125}, {".5", 0.5},     {",5", 0.5},  {"1200", 1200},
                                                      {"-3.25", -3.25}, {"-3,25", -3.25}};
    int cases = 0;
    auto reads = [&](const std::string& typed, double value) {
        ++cases;
        double read = NAN;
        EXPECT_NO_THROW(read = parseQuantity(typed, Dimension::Length, "m")) << typed;
        EXPECT_NEAR(read, value, 1e-9 * (1 + std::abs(value))) << typed;
    };
    for (const auto& [unit, factor] : units)
        for (const auto& [number, value] : numbers) {
            reads(std::string(number) + unit, value * factor);
            reads("1 m + " + std::string(number) + unit, 1 + value * factor);
            reads("(" + std::string(number) + unit + ") / 4", value * factor / 4);
        }
    EXPECT_GE(cases, 200);
    EXPECT_EQ(formatNumber(1234.5, 2), "1234.5");
    std::setlocale(LC_NUMERIC, clocale.c_str());
    std::locale::global(before);
}

TEST(QuantityErrors, NameTheReason) {
    for (const char* bad : {"", "m", "2 +", "2 3", "1/0", "(2", "2..3", "abc", "5 kg", "1:2", "--", "2 deg", "1,2,3"})
        EXPECT_THROW(parseQuantity(bad, Dimension::Length, "m"), Error) << bad;
    EXPECT_THROW(parseQuantity("0:3", Dimension::Ratio, ""), Error);
    EXPECT_THROW(parseQuantity("8:60", Dimension::Clock, ""), Error);
    EXPECT_THROW(parseQuantity("8:", Dimension::Clock, ""), Error);
    EXPECT_THROW(parseQuantity("2 m", Dimension::Plain, ""), Error);
}

TEST(QuantityFormat, HasNoTrailingZeros) {
    EXPECT_EQ(unitSize(Dimension::Length, "ft"), 0.3048);
    EXPECT_EQ(unitSize(Dimension::Percent, "%"), 0.01);
    EXPECT_EQ(unitSize(Dimension::Angle, "ft"), 1) << "none of its own";
    EXPECT_EQ(formatClock(8.6), "08:36");
    EXPECT_EQ(formatClock(0), "00:00");
    EXPECT_EQ(formatClock(9 + 59.7 / 60), "10:00");
    EXPECT_EQ(formatClock(24), "24:00");
    EXPECT_EQ(formatNumber(2.50, 2), "2.5");
    EXPECT_EQ(formatNumber(20, 2), "20");
    EXPECT_EQ(formatNumber(-0.0001, 2), "0");
    EXPECT_EQ(formatNumber(1234.5678, 3), "1234.568");
}

TEST(FeetAndInches, AreWrittenAndReadBack) {
    EXPECT_EQ(formatFeet(8.5 * 0.3048, 8), "8'-6\"");
    EXPECT_EQ(formatFeet(0, 8), "0'-0\"");
    EXPECT_EQ(formatFeet(6.5 * 0.0254, 8), "0'-6 1/2\"");
    EXPECT_EQ(formatFeet(-2 * 0.3048, 1), "-2'-0\"");
    EXPECT_EQ(formatFeet(0.3048 - 1e-5, 8), "1'-0\"") << "never 12 inches";
    for (double metres = -3; metres < 30; metres += 0.37)
        EXPECT_NEAR(parseQuantity(formatFeet(metres, 16), Dimension::Length, "ft"), metres, 0.0254 / 32 + 1e-9);
    EXPECT_NEAR(parseQuantity("8 ft 6 1/2 in", Dimension::Length, "m"), 8.5 * 0.3048 + 0.5 * 0.0254, 1e-9);
    EXPECT_NEAR(parseQuantity("100/3", Dimension::Length, "ft"), 100 / 3.0 * 0.3048, 1e-9) << "still a division";
}
