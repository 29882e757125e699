#include "core/ground/contact.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

// Calls use(along, at) at even steps along the outlines; the total length comes back.
template <class Use> float along(const std::vector<Polygon>& outlines, float step, const Use& use) {
    float from = 0;
    for (const Polygon& o : outlines)
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f a = o[i], way = o[(i + 1) % o.size()] - a;
            const float length = way.length();
            const int pieces = std::max(1, static_cast<int>(std::ceil(length / step)));
            for (int k = 0; k < pieces; ++k) {
                const float t = static_cast<float>(k) / static_cast<float>(pieces);
                use(from + t * length, a + way * t);
            }
            from += length;
        }
    return from;
}

} // namespace

Contact contactOf(const std::vector<Polygon>& outlines, float base, const HeightField& ground, float step) {
    Contact out;
    out.length = along(outlines, step, [&](float s, const V2f& p) {
        out.samples.push_back({s, p, base - ground.at(p)});
    });
    for (size_t i = 0; i < out.samples.size(); ++i) {
        const float gap = out.samples[i].gap;
        const float piece = (i + 1 < out.samples.size() ? out.samples[i + 1].along : out.length) - out.samples[i].along;
        out.highest = i ? std::max(out.highest, gap) : gap;
        out.lowest = i ? std::min(out.lowest, gap) : gap;
        if (gap > kContact) out.floating += piece;
        if (gap < -kContact) out.buried += piece;
    }
    return out;
}

float bestBase(const std::vector<Polygon>& outlines, const HeightField& ground, float fallback, float step) {
    float low = 0, high = 0;
    bool any = false;
    along(outlines, step, [&](float, const V2f& p) {
        const float z = ground.at(p);
        low = any ? std::min(low, z) : z;
        high = any ? std::max(high, z) : z;
        any = true;
    });
    return any ? (low + high) / 2 : fallback;
}

} // namespace thallos
