#include "core/project/surfaces.h"

#include "core/project/kinds/kind.h"

namespace thallos {

std::vector<Surface*> surfacesOf(Item& item) {
    std::vector<Surface*> out;
    visitSurfaces(item.body, [&](Surface& s) { out.push_back(&s); });
    return out;
}
std::vector<const Surface*> surfacesOf(const Item& item) {
    std::vector<const Surface*> out;
    // It only asks: nothing is written into what is shared.
    visitSurfaces(const_cast<Body&>(item.body), [&](Surface& s) { out.push_back(&s); });
    return out;
}

} // namespace thallos
