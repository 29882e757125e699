#include "core/material/relief_picture.h"

#include <algorithm>
#include <cmath>

#include "core/base/parallel.h"
#include "core/material/colour.h"

namespace thallos {

namespace {

struct Grey {
    int width, height;
    std::vector<float> v;
    float& at(int x, int y) { return v[static_cast<size_t>(y) * static_cast<size_t>(width) + static_cast<size_t>(x)]; }
};

// Box blur both ways, over the edges as a repeating picture goes on.
Grey blurred(const Grey& in, int radius) {
    Grey out = in;
    for (const bool across : {true, false}) {
        const Grey from = out;
        const int lines = across ? in.height : in.width, n = across ? in.width : in.height;
        parallelFor(lines, [&](int line) {
            const auto read = [&](int i) {
                i = ((i % n) + n) % n;
                return from
                    .v[across ? static_cast<size_t>(line) * static_cast<size_t>(in.width) + static_cast<size_t>(i)
                              : static_cast<size_t>(i) * static_cast<size_t>(in.width) + static_cast<size_t>(line)];
            };
            float sum = 0;
            for (int i = -radius; i <= radius; ++i) sum += read(i);
            for (int i = 0; i < n; ++i) {
                (across ? out.at(i, line) : out.at(line, i)) = sum / static_cast<float>(2 * radius + 1);
                sum += read(i + radius + 1) - read(i - radius);
            }
        });
    }
    return out;
}

} // namespace

Picture reliefOf(const Picture& color) {
    constexpr int kMost = 2048;
    const int step = std::max(1, (std::max(color.width, color.height) + kMost - 1) / kMost);
    Grey grey{std::max(color.width / step, 1), std::max(color.height / step, 1), {}};
    grey.v.resize(static_cast<size_t>(grey.width) * static_cast<size_t>(grey.height));
    parallelFor(grey.height, [&](int y) {
        for (int x = 0; x < grey.width; ++x) {
            const size_t k =
                4 * (static_cast<size_t>(y * step) * static_cast<size_t>(color.width) + static_cast<size_t>(x * step));
            grey.at(x, y) = std::cbrt(luminance(fromSrgb8(color.rgba[k], color.rgba[k + 1], color.rgba[k + 2])));
        }
    });
    // Light and shadow over large parts are no relief.
    const int wide = std::max(1, std::min(grey.width, grey.height) / 8),
              fine = std::max(1, std::min(grey.width, grey.height) / 512);
    const Grey large = blurred(grey, wide), small = blurred(grey, fine);
    Picture out{grey.width, grey.height, {}};
    out.rgba.resize(4 * grey.v.size());
    for (size_t i = 0; i < grey.v.size(); ++i) {
        const float h = std::clamp(0.5f + 1.5f * (small.v[i] - large.v[i]), 0.0f, 1.0f);
        const auto byte = static_cast<uint8_t>(h * 255 + 0.5f);
        out.rgba[4 * i] = out.rgba[4 * i + 1] = out.rgba[4 * i + 2] = byte;
        out.rgba[4 * i + 3] = 255;
    }
    return out;
}

} // namespace thallos
