#include "core/project/kinds/kind.h"

namespace thallos {

template <> const Kind<Group>& kindOf<Group>() {
    static const Kind<Group> kind{
        .name = "group",
        .since = 2,
        .inPicture = false,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits = kNothing,
        .write = kNothing,
        .read = kNothing,
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
