// North arrow and scale bar for plans: it measures what it says, and is kept.
#include <gtest/gtest.h>

#include "core/project/json.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Project withLegend(const Legend& legend, Id* id = nullptr) {
    return added(sample(), "Legend", legend, id);
}

const Legend& legendOf(const Project& p) {
    return *bodyOf<Legend>(find(p, "Legend"));
}

float widthOf(const std::vector<V2f>& line) {
    Box2f box;
    for (const V2f& p : line) box.extendBy(p);
    return box.size().x;
}

} // namespace

TEST(Legend, ItsBarIsAsLongAsItSays) {
    const LegendDrawing d = drawingOf({{-30, 12}, 40}, "Hollin Bank");
    Box2f bar;
    for (size_t i = 0; i + 1 < d.lines.size(); ++i) // the last is the arrow
        for (const V2f& p : d.lines[i]) bar.extendBy(p);
    EXPECT_FLOAT_EQ(bar.size().x, 40);
    EXPECT_FLOAT_EQ(widthOf(d.lines.front()), 10) << "four fields";
    std::vector<std::string> texts;
    for (const auto& label : d.labels) texts.push_back(label.text);
    EXPECT_EQ(texts, (std::vector<std::string>{"0", "20", "40 m", "Hollin Bank", "N"}));
}

TEST(Legend, LiesInItsBoxAndItsArrowPointsNorth) {
    const Legend legend{{5, -7}, 20};
    const LegendDrawing d = drawingOf(legend, "");
    const Box2f box = boxOf(legend);
    for (const auto& line : d.lines)
        for (const V2f& p : line) EXPECT_TRUE(box.intersects(p)) << p;
    const std::vector<V2f>& arrow = d.lines.back();
    for (const V2f& p : arrow) EXPECT_LE(p.y, arrow.front().y);
    EXPECT_FLOAT_EQ(arrow.front().x, 0.5f * (arrow[1].x + arrow[3].x));
}

TEST(Legend, MovesAndGrowsButKeepsNorthUp) {
    Id id;
    const Project p = withLegend({{10, 10}, 20}, &id);
    const Movement m{.by = {1, 2, 0}, .turn = 1, .size = 2, .pivot = {10, 10}};
    const Project turned = moved(p, {id}, m, nullptr);
    const Legend& after = legendOf(turned);
    EXPECT_NEAR(after.at.x, 11, 1e-5f);
    EXPECT_NEAR(after.at.y, 12, 1e-5f);
    EXPECT_FLOAT_EQ(after.length, 40);
}

TEST(Legend, IsKeptInTheFile) {
    const Project with = withLegend({{3, -4}, 50});
    std::map<std::string, std::string> blobs;
    const auto sink = [&](const Blob& blob) {
        const std::string bytes = blob, key = std::to_string(blobs.size());
        blobs[key] = bytes;
        return key;
    };
    const auto source = [&](const std::string& key) { return blobs.at(key); };
    const Project again = load(dump(with, sink), source);
    EXPECT_EQ(legendOf(again).at, V2f(3, -4));
    EXPECT_FLOAT_EQ(legendOf(again).length, 50);
}

TEST(Legend, IsRefusedWithoutALength) {
    EXPECT_THROW(check(withLegend({{0, 0}, 0})), Error);
    std::vector<Text> told;
    EXPECT_GE(legendOf(mended(withLegend({{0, 0}, -5}), told)).length, 0.5f);
    EXPECT_EQ(told.size(), 1u);
}
