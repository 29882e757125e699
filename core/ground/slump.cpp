#include "core/ground/slump.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"

namespace thallos {

void slump(std::vector<float>& z, const V2i& size, float cell, const Repose& repose, const std::vector<float>& weight) {
    const int w = size.x, h = size.y;
    // Pairs of one direction and parity share no sample: they may be evened in any order.
    const auto even = [&](size_t a, size_t b, float most) {
        const float d = z[a] - z[b], over = std::abs(d) - most;
        if (over <= 0) return;
        float move = 0.5f * over;
        if (!weight.empty()) move *= std::min(weight[a], weight[b]);
        const float by = d > 0 ? move : -move;
        z[a] -= by;
        z[b] += by;
    };
    const float straight = repose.slope * cell, across = straight * std::sqrt(2.0f);
    const auto at = [w](int x, int y) { return static_cast<size_t>(y) * w + x; };
    for (int pass = 0; pass < repose.passes; ++pass) {
        for (const int odd : {0, 1})
            parallelFor(
                h,
                [&](int y) {
                    for (int x = odd; x + 1 < w; x += 2) even(at(x, y), at(x + 1, y), straight);
                },
                16);
        for (const int odd : {0, 1})
            parallelFor((h - odd) / 2,
                        [&](int k) {
                            const int y = 2 * k + odd;
                            for (int x = 0; x < w; ++x) even(at(x, y), at(x, y + 1), straight);
                        },
                        8);
        for (const int odd : {0, 1})
            parallelFor((h - odd) / 2,
                        [&](int k) {
                            const int y = 2 * k + odd;
                            for (int x = 0; x + 1 < w; ++x) even(at(x, y), at(x + 1, y + 1), across);
                        },
                        8);
        for (const int odd : {0, 1})
            parallelFor((h - odd) / 2,
                        [&](int k) {
                            const int y = 2 * k + odd;
                            for (int x = 0; x + 1 < w; ++x) even(at(x + 1, y), at(x, y + 1), across);
                        },
                        8);
    }
}

} // namespace thallos
