// Items by id, and edits of many at once.
#include <gtest/gtest.h>

#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "tests/core/sample_site.h"

using namespace thallos;
using namespace thallos::test;

namespace {

Items::Slot itemOf(uint64_t id, const char* name) {
    Item item;
    item.id = Id{id};
    item.name = name;
    item.body = Figure{};
    return std::make_shared<const Item>(std::move(item));
}

std::vector<Item> figures(int n) {
    std::vector<Item> items(static_cast<size_t>(n));
    for (Item& item : items) {
        item.name = "Person";
        item.body = Figure{};
    }
    return items;
}

} // namespace

TEST(Items, AreFoundByIdWhateverTheirOrder) {
    Items items;
    for (const uint64_t id : {3, 7, 5, 12, 1}) items.add(itemOf(id, std::to_string(id).c_str()));
    for (const uint64_t id : {1, 3, 5, 7, 12}) {
        ASSERT_TRUE(items.find(Id{id})) << id;
        EXPECT_EQ(items.item(Id{id})->name, std::to_string(id));
    }
    EXPECT_FALSE(items.find(Id{4}));
    EXPECT_FALSE(items.find(Id{}));
    EXPECT_EQ(items[2]->id, Id{5}) << "the order is that of adding";
}

TEST(Items, CopiesGoTheirOwnWay) {
    Items a;
    a.add(itemOf(1, "one"));
    Items b = a;
    b.add(itemOf(2, "two"));
    b.replace(itemOf(1, "other"));
    EXPECT_EQ(a.size(), 1u);
    EXPECT_FALSE(a.find(Id{2}));
    EXPECT_EQ(a.item(Id{1})->name, "one");
    EXPECT_EQ(b.item(Id{1})->name, "other");
    EXPECT_FALSE(a == b);
    b.replace(itemOf(9, "nobody"));
    EXPECT_EQ(b.size(), 2u) << "what is not there is not replaced";
}

TEST(Items, AreTakenOutAndChangedInPlace) {
    Items items;
    for (uint64_t id = 1; id <= 6; ++id) items.add(itemOf(id, "x"));
    items.eraseIf([](const Item& i) { return i.id.value % 2 == 0; });
    EXPECT_EQ(items.size(), 3u);
    EXPECT_FALSE(items.find(Id{4}));
    EXPECT_EQ(items.item(Id{5}), items[2].get());
    items.change([](const Items::Slot& slot) { return slot->id == Id{3} ? itemOf(3, "changed") : slot; });
    EXPECT_EQ(items.item(Id{3})->name, "changed");
}

TEST(Items, OfTwoWithOneIdTheFirstIsFound) {
    Items items;
    items.assign({itemOf(2, "first"), itemOf(2, "second")});
    EXPECT_EQ(items.item(Id{2})->name, "first");
    Project p = sample();
    p.items.add(p.items[0]);
    EXPECT_THROW(check(p), Error);
}

TEST(Edits, ManyAreAddedUnderNamesOfTheirOwn) {
    std::vector<Item> people = figures(500);
    const Project p = added(added(sample(), "Person 3", Figure{}), people);
    std::set<std::string> names;
    for (const Item& item : people) {
        EXPECT_TRUE(names.insert(item.name).second) << item.name;
        EXPECT_EQ(find(p, item.id)->name, item.name);
    }
    EXPECT_NO_THROW(check(p));
    EXPECT_EQ(people[0].name, "Person");
    EXPECT_EQ(people[1].name, "Person 2");
    EXPECT_EQ(people[2].name, "Person 4") << "3 was taken";
}

TEST(Edits, ManyAreRemovedWithWhatHangsOnThem) {
    std::vector<Item> people = figures(20);
    Project p = added(sample(), people);
    Id outer, inner;
    std::vector<Id> ids;
    for (const Item& item : people) ids.push_back(item.id);
    p = grouped(p, "Crowd", ids, &inner);
    p = grouped(p, "All", {inner}, &outer);
    const Project half = removed(p, std::vector<Id>(ids.begin(), ids.begin() + 10));
    EXPECT_TRUE(find(half, inner));
    const Project none = removed(half, std::vector<Id>(ids.begin() + 10, ids.end()));
    EXPECT_FALSE(find(none, inner)) << "it holds nothing any more";
    EXPECT_FALSE(find(none, outer));
    EXPECT_EQ(dependents(p, outer).size(), 21u);
    const Id shed = find(p, "Shed")->id;
    const auto hanging = dependents(p, std::vector<Id>{shed, outer});
    EXPECT_GT(hanging.size(), 21u) << "the shed's pad too";
    for (const Item* item : hanging) EXPECT_TRUE(item->id != shed && item->id != outer);
}

TEST(Edits, OnlyWhatIsNewIsLookedAtAgain) {
    const Project p = sample();
    Item item = *find(p, "Shed");
    std::get<Building>(item.body).scale = -1;
    const Project broken = replaced(p, item);
    EXPECT_THROW(check(broken, &p), Error);
    EXPECT_NO_THROW(check(broken, &broken)) << "what is shared has passed";
    Item renamed = *find(p, "Shed");
    renamed.name = p.items[0]->name == "Shed" ? p.items[1]->name : p.items[0]->name;
    EXPECT_THROW(check(replaced(p, renamed), &p), Error) << "names are held against all";
    // What stands on an item that is gone is not whole, though it was not touched itself.
    Project headless = p;
    headless.items.eraseIf([](const Item& i) { return i.name == "Shed"; });
    EXPECT_THROW(check(headless, &p), Error);
}

TEST(Edits, AKindSaysWhatItStandsOn) {
    const Project p = sample();
    for (const auto& item : p.items) {
        const Id anchor = anchorOf(item->body);
        EXPECT_EQ(static_cast<bool>(anchor),
                  std::holds_alternative<BuildingPad>(item->body) || std::holds_alternative<Climber>(item->body));
        if (anchor) EXPECT_TRUE(standsOn(item->body, find(p, anchor)->body)) << item->name;
        EXPECT_FALSE(standsOn(item->body, Body(Group{})));
    }
}
