// Rows for what items that are built on the ground are made of.
#pragma once

#include <algorithm>
#include <vector>

#include "app/inspector/rows.h"
#include "app/words/names.h"
#include "core/material/library.h"

namespace thallos {

// What walls, steps and paths can be made of, by names of the library.
inline const std::vector<const char*> kStonework{
    "Dry-stone walling",     "Rubble, coursed",       "Ashlar limestone",
    "Flint and cobble wall", "Brick, stretcher bond", "Fair-faced concrete",
    "Board-marked concrete", "Weathering steel",      "Hewn oak"};
inline const std::vector<const char*> kPavings{"Flagstones",         "Granite setts",     "Larch decking",
                                               "Grooved decking",    "Exposed aggregate", "Brick, herringbone",
                                               "Fair-faced concrete"};
inline const std::vector<const char*> kPathSurfaces{"River gravel",  "Crushed stone",    "Bark mulch",
                                                    "Asphalt",       "Topsoil",          "Flagstones",
                                                    "Granite setts", "Exposed aggregate"};
// `of` takes an item, const or not, and gives its surface, likewise const or not; null: the item is of another sort.
template <class Of>
void surfaceRow(Rows& rows, const Label& label, const std::vector<const char*>& all, const QString& tip, Of of) {
    QStringList names;
    std::vector<std::string> known;
    for (const char* name : all)
        if (shippedMaterials()->find(name)) {
            names << libraryName(name);
            known.push_back(name);
        }
    rows.itemChoice(
        label, names, tip,
        [of, known](const Item& i) -> std::optional<int> {
            const Surface* s = of(i);
            if (!s) return std::nullopt;
            const auto at = std::find(known.begin(), known.end(), s->recipe);
            return at == known.end() ? 0 : static_cast<int>(at - known.begin());
        },
        [of, known](Item& i, int k) {
            Surface& s = *of(i);
            s = made(s, shippedMaterials()->surface(known[static_cast<size_t>(k)]));
        });
}
template <class T>
void surfaceRow(Rows& rows, const Label& label, const std::vector<const char*>& all, const QString& tip,
                Surface T::*member) {
    surfaceRow(rows, label, all, tip, [member](auto& i) {
        auto* x = std::get_if<T>(&i.body);
        return x ? &(x->*member) : nullptr;
    });
}

} // namespace thallos
