#include "core/project/surfaces.h"

namespace thallos {

namespace {

template <class Found, class Any> std::vector<Found*> found(Any& item) {
    std::vector<Found*> out;
    if (auto* b = std::get_if<Building>(&item.body))
        for (Found& s : b->surfaces) out.push_back(&s);
    if (auto* c = std::get_if<Cover>(&item.body)) out.push_back(&c->surface);
    return out;
}

} // namespace

std::vector<Surface*> surfacesOf(Item& item) {
    return found<Surface>(item);
}
std::vector<const Surface*> surfacesOf(const Item& item) {
    return found<const Surface>(item);
}

} // namespace thallos
