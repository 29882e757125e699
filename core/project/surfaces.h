// The surfaces of an item: what it is made of, as the artist sets it.
#pragma once

#include <vector>

#include "core/project/item.h"

namespace thallos {

// Of a building one a material, of works on the ground those of their parts, of waters their bed. They live as long as
// the item.
std::vector<Surface*> surfacesOf(Item& item);
std::vector<const Surface*> surfacesOf(const Item& item);

} // namespace thallos
