// Finding items by what somebody types.
#pragma once

#include "core/project/project.h"

namespace thallos {

struct Found {
    Id item;
    std::string why; // the text that fits: a name, a kind, a species, a material
};

// Items of which every word of `text` fits the name, the kind, a species or a material; upper and lower case of ASCII
// letters are the same. Best first: names that begin with the text, names that hold it, then the rest, each in the
// project's order. Blank text finds nothing.
std::vector<Found> findItems(const Project& project, const std::string& text);

} // namespace thallos
