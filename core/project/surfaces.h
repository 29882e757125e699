// The surfaces of an item that an artist sets one by one.
#pragma once

#include <vector>

#include "core/project/item.h"

namespace thallos {

// Of a building one a material, of a cover its own; of others none. They live as long as the item.
std::vector<Surface*> surfacesOf(Item& item);
std::vector<const Surface*> surfacesOf(const Item& item);

} // namespace thallos
