// What the window asks of each kind of item: one table of functions for each, defined in app/kinds/<kind>.cpp. With
// core/project/kinds/kind.h it is all that a new kind needs.
#pragma once

#include <vector>

#include <QPolygonF>
#include <QString>

#include "app/work/verb.h"
#include "core/project/kinds/kind.h"
#include "core/project/project.h"

class QPainter;

namespace thallos {

class Pane;
class PlanPane;
class Rows;
class Session;
class Tools;

template <class T> struct ItemKind {
    Must<Text> name;                                           // as people read it
    Must<Verb> verb;                                           // in whose list it is
    Must<const char*> icon;                                    // of assets/icons
    Must<QString (*)(const T&, const Item&, Session&)> detail; // at the right of its row in the list
    Must<void (*)(const T&, const Item&, Rows&)> rows;         // its values in the inspector
    // Tells states apart that have other rows; empty: it always has the same.
    Must<QString (*)(const T&, Session&)> rowsState;
    // Its outline when it is selected, as far as the pane sees it.
    Must<std::vector<QPolygonF> (*)(const T&, const Item&, const Pane&)> outline;
    Must<void (*)(const T&, QPainter&, const Pane&)> drawOver;       // over the picture, in both panes
    Must<void (*)(const T&, QPainter&, const PlanPane&)> drawPlan;   // its symbol in the plan
    Must<void (*)(const T&, QPainter&, const PlanPane&)> drawGround; // in the plan under the symbols of plants
    // The space that it fills, for a view that takes it in; `ground` may be null. Empty: none.
    Must<Box3f (*)(const T&, const HeightField* ground)> space;
    Must<bool> takesMaterials;                 // pictures and materials may be dropped on it
    Must<void (*)(Session&, Tools&)> addTools; // the tools that make it
};

// Defined for each kind in its own file.
template <class T> const ItemKind<T>& itemKindOf();

// The kind's table, whatever the item is: use(table, body).
template <class Use> decltype(auto) withItemKind(const Item& item, Use&& use) {
    return std::visit(
        [&](const auto& of) -> decltype(auto) { return use(itemKindOf<std::remove_cvref_t<decltype(of)>>(), of); },
        item.body);
}
// The tables of all kinds, in their order: use(table).
template <class Use, size_t I = 0> void eachItemKind(Use&& use) {
    if constexpr (I < std::variant_size_v<Body>) {
        use(itemKindOf<std::variant_alternative_t<I, Body>>());
        eachItemKind<Use, I + 1>(std::forward<Use>(use));
    }
}

// Whether the item is one of those the verb works on; a group belongs where something that it holds does.
bool belongs(const Project& project, const Item& item, Verb verb);
// All items that belong to the verb, as a set of one bit each in the project's order.
std::vector<char> belonging(const Project& project, Verb verb);
// How many plants of the item stand, as text.
QString plantsText(Id item, Session& session);
// The earth that a step of the ground moves, as text: "+38 m³", "-112 m³"; empty: none, or not known yet.
QString earthText(Id item, const Session& session);
QString kindText(const Item& item);    // "building"
bool takesMaterials(const Item* item); // not null, and of a kind that does
Box3f spaceOf(const Item& item, const HeightField* ground);
// Over the plan area, from the ground up to `tall` metres above it.
Box3f standing(const Box2f& plan, float tall, const HeightField* ground);

} // namespace thallos
