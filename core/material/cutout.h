// Pictures with holes: leaves on cards, people cut out of photographs.
#pragma once

#include <cstdint>
#include <optional>
#include <vector>

#include "core/material/texture.h"

namespace thallos {

// Where pictures are solid, as fine as they are: what a ray asks that meets a leaf drawn on a card.
class Mask {
public:
    Mask() = default;
    explicit Mask(const Maps& maps);
    bool empty() const { return shares_.empty(); } // nothing is cut out
    // Whether the picture covers a place by more than `least`, 0..1. `uv` as in meshes: v = 0 at the bottom, wrapping
    // round. Safe from any thread.
    bool solid(const V2f& uv, float least = 0.5f) const;

private:
    int width_ = 0, height_ = 0;
    std::vector<uint8_t> shares_;
};

// Share of the picture that is at least half transparent.
float clearShare(const Picture& picture);

// The part within which something is to be seen, that covers by `least` of 255: low and high texel, the high one
// outside. Empty: nothing is.
Box2i seenPart(const Picture& picture, uint8_t least = 128);
Picture cropped(const Picture& picture, const Box2i& part);

// Transparent texels take the colour of what is solid beside them, so that no edge shows a dark or white rim.
Picture withoutRims(const Picture& picture);

// A picture without holes that lies on one even colour, as its edges tell: that colour made transparent. None when the
// edges are not even.
std::optional<Picture> withoutBackground(const Picture& picture);

// Half as wide and high, again and again, until neither exceeds `limit`.
Picture shrunk(const Picture& picture, int limit);

// The picture cut out by another, read by its alpha where that has holes, else by its first channel.
Picture masked(const Picture& picture, const Picture& mask);

} // namespace thallos
