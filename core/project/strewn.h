// What lies and grows on the covers close to a camera: tufts, pebbles, fallen leaves, sticks. Derived, never saved.
#pragma once

#include <memory>
#include <vector>

#include "core/project/built_site.h"

namespace thallos {

inline constexpr float kStrewnWithin = 24; // metres around the eye in plan; thinner and thinner towards there

// Plants and things of the site's library that belong to no item. Immutable.
struct Strewn {
    V3f eye{0};
    std::vector<std::shared_ptr<const PlantTile>> tiles;
};

// Where an eye is to stand for what is strewn around it: eyes in one cubic metre see the same.
V3f strewingEye(const V3f& camera);

// Around an eye that strewingEye() has given; empty far above the ground. The same for the same site and eye; a thing
// stays where it is as the eye moves. Tiles that come out as in `before` are shared with it.
std::shared_ptr<const Strewn> strewnOf(const BuiltSite& site, const V3f& eye, const Strewn* before = nullptr);
// The same things on new heights.
std::shared_ptr<const Strewn> onGround(const std::shared_ptr<const Strewn>& strewn, const BuiltSite& site);

} // namespace thallos
