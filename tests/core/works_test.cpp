// Steps of the ground in a document: their order, what follows what, files, copies.
#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/works.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

// The sample site with one of each step.
Project withWorks() {
    Project p = sample();
    Bank bank;
    bank.points = {{-40, 10}, {-30, 14}};
    bank.limited = true;
    bank.limit = 3;
    p = added(p, "Bank", bank);
    Terrace terrace;
    terrace.points = {{35, 30}, {50, 30}, {50, 45}, {35, 45}};
    terrace.levels = 2;
    p = added(p, "Terrace", terrace);
    for (int k = 0; k < 6; ++k) {
        SiteLine line = usual(static_cast<SiteLineSort>(k));
        const float y = -20 + 7 * static_cast<float>(k);
        line.points = {{40, y}, {48, y + 2}};
        p = added(p, kSiteLineNames[k], line);
    }
    Pool pool;
    pool.points = {{-48, -40}, {-38, -40}, {-38, -34}, {-48, -33}};
    pool.round = true;
    pool.fixed = true;
    pool.level = 1.5f;
    p = added(p, "Pool", pool);
    Path path;
    path.points = {{-50, 30}, {-30, 35}, {-10, 30}};
    path.steps = true;
    path.kerb = 0.1f;
    path.start.building = find(p, "Shed")->id;
    path.start.sill = 0.2f;
    return added(p, "Path", path);
}

std::vector<std::string> stepNames(const Project& p) {
    std::vector<std::string> out;
    for (const auto& item : p.items)
        if (rankOf(item->body) != LandRank::None) out.push_back(item->name);
    return out;
}

} // namespace

TEST(StepsOfTheGround, StandWhereTheyTakeEffect) {
    const Project p = withWorks();
    const std::vector<std::string> names = stepNames(p);
    EXPECT_EQ(names.front(), "Terrain");
    EXPECT_EQ(names.back(), "Shed pad") << "what is built comes after all forms, whenever these were made";
    check(p);
    const Project other = reordered(p, find(p, "Bank")->id, 3);
    const std::vector<std::string> after = stepNames(other);
    const auto at = [](const std::vector<std::string>& all, const char* name) {
        return std::find(all.begin(), all.end(), name) - all.begin();
    };
    EXPECT_EQ(at(after, "Bank"), at(names, "Bank") + 3);
    EXPECT_EQ(after.size(), names.size());
}

TEST(StepsOfTheGround, ComeBackFromFilesAsTheyWere) {
    const Project p = withWorks();
    const Project read = reread(p);
    EXPECT_EQ(text(read), text(p));
    EXPECT_EQ(fingerprint(*build(read, library())), fingerprint(*build(p, library())));
    EXPECT_EQ(schemaOf(find(p, "Path")->body), 10);
}

TEST(StepsOfTheGround, MovedFeaturesGradeTheLandAnewAndLeaveTheSculpting) {
    Project p = withWorks();
    p = dabbed(p, naturalOf(p), {BrushKind::Raise, 5, 0.8f, 0.5f}, {-20, 33});
    const HeightLayer sculpted = bodyOf<Sculpting>(itemsOf<Sculpting>(p).back())->heights;
    const HeightField before = landOf(p).field;
    Item path = *find(p, "Path");
    for (V2f& q : std::get<Path>(path.body).points) q += V2f(0, 16);
    const Project moved = replaced(p, path);
    const Land land = landOf(moved);
    EXPECT_EQ(bodyOf<Sculpting>(itemsOf<Sculpting>(moved).back())->heights, sculpted);
    Project without = removed(p, path.id);
    // Where the path was the land is what it is without it, sculpting and all.
    const HeightField bare = landOf(without).field;
    for (const V2f& q : {V2f(-45, 32), V2f(-20, 33), V2f(-15, 31)}) EXPECT_NEAR(land.field.at(q), bare.at(q), 1e-4f);
    float graded = 0;
    for (const V2f& q : curveThrough({{-50, 30}, {-30, 35}, {-10, 30}}, 0.5f))
        graded = std::max(graded, std::abs(before.at(q) - bare.at(q)));
    EXPECT_GT(graded, 0.1f) << "where it lay it had cut and filled";
}

TEST(StepsOfTheGround, AMutedStepIsAsIfItWereNotThere) {
    const Project p = withWorks();
    for (const char* name : {"Bank", "Terrace", "Path", "retaining wall", "ditch", "Shed pad"}) {
        Item item = *find(p, name);
        item.visible = false;
        const Land muted = landOf(replaced(p, item)), gone = landOf(removed(p, item.id));
        for (size_t i = 0; i < muted.field.tiles.size(); ++i)
            for (size_t b = 0; b < muted.field.tiles[i]->blocks.size(); ++b)
                ASSERT_EQ(muted.field.tiles[i]->blocks[b]->z.values, gone.field.tiles[i]->blocks[b]->z.values) << name;
    }
}

TEST(StepsOfTheGround, AnEndOfAPathLiesAtTheThresholdOfItsBuilding) {
    const Project p = withWorks();
    const Item* item = find(p, "Path");
    const Land land = landOf(p);
    const LaidPath laid = layPath(shapeOf(*bodyOf<Path>(item), p), groundBefore(land, item->id));
    EXPECT_NEAR(laid.heights.front(), bodyOf<Building>(find(p, "Shed"))->position.z + 0.2f, 1e-4f);
    // A copy of the house with its path leads to the copy; a path alone lets go.
    std::vector<Id> copies;
    const Project both =
        withCopies(p, {p.items.find(find(p, "Shed")->id)[0], p.items.find(item->id)[0]}, {0, -40}, nullptr, &copies);
    ASSERT_EQ(copies.size(), 2u);
    const Id house = bodyOf<Building>(find(both, copies[0])) ? copies[0] : copies[1],
             path = house == copies[0] ? copies[1] : copies[0];
    EXPECT_EQ(bodyOf<Path>(find(both, path))->start.building, house);
    copies.clear();
    const Project alone = withCopies(p, {p.items.find(item->id)[0]}, {0, -40}, nullptr, &copies);
    EXPECT_FALSE(bodyOf<Path>(find(alone, copies[0]))->start.building);
}

TEST(StepsOfTheGround, LayersOfAnotherGridAreRefusedAndNotPasted) {
    const Project p = sample(), other = newProject({60, 60}, 1, "Other");
    const Item* sculpting = itemsOf<Sculpting>(p).front();
    std::vector<Id> copies;
    EXPECT_TRUE(withCopies(other, {p.items.find(sculpting->id)[0]}, {0, 0}, nullptr, &copies) == other);
    EXPECT_TRUE(copies.empty());
    const Project wrong = added(other, "Sculpting", *bodyOf<Sculpting>(sculpting));
    EXPECT_THROW(check(wrong), Error);
    std::vector<Text> told;
    EXPECT_EQ(find(mended(wrong, told), "Sculpting"), nullptr);
    EXPECT_EQ(told.size(), 1u);
}

TEST(StepsOfTheGround, ValuesOutOfRangeAreRefused) {
    const Project p = withWorks();
    const auto broken = [&](const char* name, const std::function<void(Body&)>& change) {
        Item item = *find(p, name);
        change(item.body);
        EXPECT_THROW(check(replaced(p, item)), Error) << name;
    };
    broken("Bank", [](Body& b) { std::get<Bank>(b).points.clear(); });
    broken("Bank", [](Body& b) { std::get<Bank>(b).radius = 0; });
    broken("Terrace", [](Body& b) { std::get<Terrace>(b).points.pop_back(), std::get<Terrace>(b).points.resize(2); });
    broken("Terrace", [](Body& b) { std::get<Terrace>(b).levels = 0; });
    broken("ditch", [](Body& b) { std::get<SiteLine>(b).height = std::nanf(""); });
    broken("Path", [](Body& b) { std::get<Path>(b).width = -1; });
    broken("Path", [](Body& b) { std::get<Path>(b).points.resize(1); });
}

TEST(StepsOfTheGround, BodiesOfWorksAreKeptWhereNothingChanged) {
    const Project p = withWorks();
    const auto first = build(p, library());
    EXPECT_GE(first->works.size(), 6u) << "terrace, walls, kerb, steps, ramp, path";
    const Project far = dabbed(p, first->land.field, {BrushKind::Raise, 3, 0.3f, 0.5f}, {-55, -55});
    const auto again = build(far, library(), first);
    ASSERT_EQ(again->works.size(), first->works.size());
    for (size_t i = 0; i < first->works.size(); ++i) EXPECT_EQ(again->works[i].model, first->works[i].model);
    const Project near = dabbed(p, first->land.field, {BrushKind::Raise, 6, 0.5f, 0.5f}, {42, 37});
    const auto moved = build(near, library(), first);
    const auto fresh = build(near, library());
    ASSERT_EQ(moved->works.size(), fresh->works.size());
    for (size_t i = 0; i < fresh->works.size(); ++i)
        for (size_t k = 0; k < fresh->works[i].model->parts.size(); ++k)
            EXPECT_EQ(moved->works[i].model->parts[k].mesh->positions, fresh->works[i].model->parts[k].mesh->positions);
}
