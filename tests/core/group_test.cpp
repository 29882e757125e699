#include <map>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/project/json.h"
#include "core/project/move.h"
#include "core/trace/scene.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Id idOf(const Project& p, const char* name) {
    const Item* item = find(p, std::string(name));
    return item ? item->id : Id{};
}

// "Front" holds the shed and, in "People", the figure.
Project nested(Id* front = nullptr) {
    Project p = sample();
    Id people, outer;
    p = grouped(p, "People", {idOf(p, "Figure")}, &people);
    p = grouped(p, "Front", {people, idOf(p, "Shed")}, &outer);
    if (front) *front = outer;
    return p;
}

} // namespace

TEST(Group, HoldsItsLeavesDownToTheLast) {
    Id front;
    const Project p = nested(&front);
    EXPECT_NO_THROW(check(p));
    EXPECT_EQ(leaves(p, {front}), (std::vector<Id>{idOf(p, "Shed"), idOf(p, "Figure")}));
    EXPECT_EQ(leaves(p, {front, idOf(p, "Figure")}).size(), 2u) << "none twice";
    EXPECT_EQ(outermost(p, idOf(p, "Figure")), front);
    EXPECT_EQ(outermost(p, idOf(p, "Pond")), idOf(p, "Pond"));
}

TEST(Group, ItemsGoIntoAndOutOfGroupsButNeverIntoThemselves) {
    Id front;
    Project p = nested(&front);
    const Id people = idOf(p, "People"), pond = idOf(p, "Pond"), shot = itemsOf<Shot>(p).front()->id;
    p = regrouped(p, {pond, shot}, people);
    EXPECT_EQ(find(p, pond)->group, people);
    EXPECT_FALSE(find(p, shot)->group);
    EXPECT_EQ(regrouped(p, {front}, people), p) << "a group does not hold itself";
    EXPECT_EQ(regrouped(p, {pond}, people), p) << "it is there already";
    p = regrouped(p, {people}, {});
    EXPECT_FALSE(find(p, people)->group);
    EXPECT_NO_THROW(check(p));
}

TEST(Group, HidesAndLocksWhatItHolds) {
    Id front;
    Project p = nested(&front);
    Item g = *find(p, front);
    g.visible = false;
    p = replaced(p, g);
    EXPECT_FALSE(shown(p, *find(p, idOf(p, "Figure"))));
    EXPECT_TRUE(find(p, idOf(p, "Figure"))->visible) << "its own eye is as it was";
    g.visible = true;
    g.locked = true;
    p = replaced(p, g);
    EXPECT_TRUE(fixed(p, *find(p, idOf(p, "Shed"))));
    EXPECT_TRUE(shown(p, *find(p, idOf(p, "Shed"))));
}

TEST(Group, AGroupsEyeBuildsAsTheItemsEyesWould) {
    Id group;
    const Project p = grouped(sample(), "Green", {idOf(sample(), "Trees"), idOf(sample(), "Pond")}, &group);
    const auto before = build(p, library());
    Item g = *find(p, group);
    g.visible = false;
    const Project hidden = replaced(p, g);
    const auto on = build(hidden, library(), before);
    EXPECT_EQ(fingerprint(*on), fingerprint(*build(hidden, library())));
    EXPECT_TRUE(on->waters.empty());
    EXPECT_NE(fingerprint(*on), fingerprint(*before));
}

TEST(Group, UngroupingHandsItsItemsToTheGroupAround) {
    Id front;
    const Project p = nested(&front);
    const Project inner = ungrouped(p, idOf(p, "People"));
    EXPECT_EQ(find(inner, idOf(p, "Figure"))->group, front);
    EXPECT_FALSE(find(inner, std::string("People")));
    const Project none = ungrouped(inner, front);
    EXPECT_FALSE(find(none, idOf(p, "Shed"))->group);
    EXPECT_NO_THROW(check(none));
    EXPECT_TRUE(ungrouped(p, idOf(p, "Pond")) == p) << "no group";
}

TEST(Group, GoesWithWhatItHoldsAndWhenItIsEmpty) {
    Id front;
    const Project p = nested(&front);
    const Project without = removed(p, front);
    for (const char* name : {"Front", "People", "Figure", "Shed", "Shed pad"})
        EXPECT_FALSE(find(without, std::string(name))) << name;
    EXPECT_NO_THROW(check(without));
    const Project lonely = removed(p, idOf(p, "Figure"));
    EXPECT_FALSE(find(lonely, std::string("People"))) << "held nothing else";
    EXPECT_TRUE(find(lonely, front));
}

TEST(Group, ComesBackFromTheFile) {
    const Project p = nested();
    EXPECT_EQ(text(reread(p)), text(p));
    EXPECT_EQ(find(reread(p), std::string("Figure"))->group, idOf(p, "People"));
}

TEST(Group, IsCopiedWithWhatItHolds) {
    Id front;
    const Project p = nested(&front);
    std::vector<std::shared_ptr<const Item>> items;
    for (const auto& i : p.items)
        if (i->id == front || i->group || std::holds_alternative<BuildingPad>(i->body)) items.push_back(i);
    std::vector<Id> copies;
    const Project q = withCopies(p, items, {10, 0}, nullptr, &copies);
    EXPECT_NO_THROW(check(q));
    EXPECT_EQ(copies.size(), 5u);
    const Item* figure = find(q, std::string("Figure 2"));
    ASSERT_TRUE(figure);
    EXPECT_EQ(figure->group, idOf(q, "People 2"));
    EXPECT_EQ(find(q, figure->group)->group, idOf(q, "Front 2"));
}

TEST(Group, CannotHoldItselfOrBelongToNothing) {
    Project p = nested();
    Item inner = *find(p, std::string("Front"));
    inner.group = idOf(p, "People");
    EXPECT_THROW(check(replaced(p, inner)), Error);
    Item pond = *find(p, std::string("Pond"));
    pond.group = idOf(p, "Shed");
    EXPECT_THROW(check(replaced(p, pond)), Error);
}

TEST(Mark, IsKeptAndChecked) {
    Project p = added(sample(), "Height", Mark{{{0, 0, 1}, {0, 0, 4.5f}}});
    EXPECT_EQ(text(reread(p)), text(p));
    EXPECT_THROW(check(added(p, "Short", Mark{{{0, 0, 1}}})), Error);
}

// A project as the first schema wrote it: without groups, marks, sizes and what a shot hides.
TEST(Store, TheFirstSchemaIsRead) {
    std::map<std::string, std::string> blobs;
    const Project p = sample();
    auto j = dump(p, [&](const std::string& bytes) {
        const std::string h = contentHash(bytes);
        blobs[h] = bytes;
        return h;
    });
    j = asOfSchema9(std::move(j));
    j["schema"] = 1;
    for (auto& item : j["items"]) {
        item.erase("scale");
        item.erase("hidden");
    }
    const Project read = load(j, [&](const std::string& h) { return blobs.at(h); });
    // The ground is the same, made of items with ids of their own.
    EXPECT_EQ(read.items.size(), p.items.size());
    for (const auto& item : p.items) EXPECT_NE(find(read, item->name), nullptr) << item->name;
    EXPECT_EQ(fingerprint(*build(read, library())).size(), fingerprint(*build(p, library())).size());
    const HeightField a = landOf(read).field, b = landOf(p).field;
    for (const V2f& at : {V2f(30, -30), V2f(2, 3), V2f(-40, 40), V2f(7.3f, -1.9f)}) EXPECT_EQ(a.at(at), b.at(at));
    EXPECT_EQ(coverAt(read, {-25, -26}), coverAt(p, {-25, -26}));
    EXPECT_GT(coverAt(read, {-25, -26}), 0.5f);
}
