#include <cmath>
#include <set>
#include <thread>

#include <gtest/gtest.h>

#include "core/base/elementary.h"
#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/base/noise.h"
#include "core/base/parallel.h"
#include "core/base/progress.h"

using namespace thallos;

TEST(Hash, ContentHashIsStable) {
    EXPECT_EQ(contentHash(""), "99aa06d3014798d86001c324468d497f"); // XXH3-128 of nothing, as published
    EXPECT_NE(contentHash("a"), contentHash("b"));
    EXPECT_EQ(contentHash("hollin").size(), 32u);
}

TEST(Hash, MixSpreadsNeighbours) {
    std::set<uint64_t> seen;
    for (uint64_t i = 0; i < 10000; ++i) seen.insert(mix(i));
    EXPECT_EQ(seen.size(), 10000u);
    int flipped = 0;
    for (uint64_t i = 0; i < 1000; ++i) flipped += __builtin_popcountll(mix(i) ^ mix(i ^ 1));
    EXPECT_NEAR(flipped / 1000.0, 32, 1);
}

TEST(Random, IsEvenAndRepeats) {
    Random a(7), b(7), c(8);
    double sum = 0, squares = 0;
    bool same = true;
    for (int i = 0; i < 20000; ++i) {
        const float x = a.unit();
        EXPECT_EQ(x, b.unit());
        same = same && x == c.unit();
        ASSERT_GE(x, 0);
        ASSERT_LT(x, 1);
        sum += x;
        squares += x * x;
    }
    EXPECT_FALSE(same);
    EXPECT_NEAR(sum / 20000, 0.5, 0.01);
    EXPECT_NEAR(squares / 20000, 1.0 / 3, 0.01);
}

TEST(Elementary, AgreesWithTheLibrary) {
    for (float x = -30; x < 30; x += 0.0137f) {
        EXPECT_NEAR(elementary::sin(x), std::sin(x), 2e-6) << x;
        EXPECT_NEAR(elementary::cos(x), std::cos(x), 2e-6) << x;
        EXPECT_NEAR(elementary::exp2(x) / std::exp2(x), 1, 2e-6) << x;
    }
    for (float x = 0.001f; x < 1000; x *= 1.07f) {
        EXPECT_NEAR(elementary::log2(x), std::log2(x), 4e-6 + 1e-6 * std::abs(std::log2(x))) << x;
        EXPECT_NEAR(elementary::pow(x, 1.7f) / std::pow(x, 1.7f), 1, 2e-5) << x;
    }
    EXPECT_EQ(elementary::pow(0, 2), 0);
    for (float a = -3.141f; a < 3.141f; a += 0.0007f)
        for (const float r : {1e-6f, 1.0f, 300.0f})
            EXPECT_NEAR(elementary::atan2(r * std::sin(a), r * std::cos(a)), a, 6e-7) << a;
    EXPECT_EQ(elementary::atan2(0, 0), 0);
    for (int i = -5000; i <= 5000; ++i) {
        const float x = static_cast<float>(i) / 5000;
        EXPECT_NEAR(elementary::asin(x), std::asin(x), 4e-7 * std::min(1.0f, 4 * std::abs(x)) + 1e-12) << x;
    }
}

TEST(Noise, StaysInItsRangeAndIsContinuous) {
    float low = 1, high = -1;
    for (int i = 0; i < 20000; ++i) {
        const float x = 0.037f * static_cast<float>(i), y = 0.021f * static_cast<float>(i);
        const float v = fractalNoise(x, y, 5, 5);
        low = std::min(low, v);
        high = std::max(high, v);
        EXPECT_LT(std::abs(valueNoise(x, y, 5) - valueNoise(x + 1e-3f, y, 5)), 0.02f);
    }
    EXPECT_GE(low, -1);
    EXPECT_LE(high, 1);
    EXPECT_LT(low, -0.2f);
    EXPECT_GT(high, 0.2f);
    EXPECT_NE(valueNoise(0.3f, 0.4f, 1), valueNoise(0.3f, 0.4f, 2));
}

TEST(Parallel, VisitsEachOnce) {
    std::vector<int> count(1000, 0);
    parallelFor(1000, [&](int i) { ++count[i]; });
    for (int c : count) EXPECT_EQ(c, 1);
}

TEST(Progress, TellsTimeLeftAndStops) {
    Progress p;
    EXPECT_FALSE(p.secondsLeft());
    std::this_thread::sleep_for(std::chrono::milliseconds(20));
    p.set(0.5);
    ASSERT_TRUE(p.secondsLeft());
    EXPECT_NEAR(*p.secondsLeft(), p.secondsSpent(), 0.02);
    EXPECT_NO_THROW(p.throwIfCancelled());
    p.cancel();
    try {
        p.throwIfCancelled();
        FAIL();
    } catch (const Error& e) {
        EXPECT_EQ(e.kind(), Error::Kind::Cancelled);
    }
}

TEST(Error, SaysWhatWentWrongAndWhatToDo) {
    const Error e(Error::Kind::Missing, Text("File not found: %w"), "/models/house.glb", Text("Choose another"));
    EXPECT_STREQ(e.what(), "File not found: /models/house.glb. Choose another.");
    EXPECT_EQ(e.where(), "/models/house.glb");
    const auto loud = [](const Text& t) { return t.filled("!" + t.format); };
    EXPECT_EQ(e.sentence(loud), "!File not found: house.glb. !Choose another.") << "a file by its name alone";
    const Error value(Error::Kind::Invalid, Text("\"%1\" is not %2 numbers", "x", 2), "--at");
    EXPECT_STREQ(value.what(), "--at: \"x\" is not 2 numbers.");
}

TEST(Text, FillsTheGapsOfAnyFormat) {
    const Text text("%1 of %2", 3, std::string("hives"));
    EXPECT_EQ(text.english(), "3 of hives");
    EXPECT_EQ(text.filled("%2: %1, %3 100 %"), "hives: 3, %3 100 %");
    EXPECT_EQ(Text::verbatim("50 %2").english(), "50 %2") << "a detail is not a format";
}
