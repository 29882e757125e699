#include "core/material/cutout.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>

namespace thallos {

namespace {

constexpr uint8_t kHalf = 128;

int wrapped(float v, int n) {
    const int i = static_cast<int>((v - std::floor(v)) * static_cast<float>(n));
    return std::min(i, n - 1);
}

} // namespace

Mask::Mask(const Maps& maps) {
    const Picture* color = maps.color.get();
    const Picture* opacity = maps.opacity.get();
    const Picture* finest = opacity ? opacity : color;
    if (!finest || finest->width <= 0 || finest->height <= 0) return;
    std::vector<uint8_t> shares(static_cast<size_t>(finest->width) * finest->height);
    bool holes = false;
    for (size_t i = 0; i < shares.size(); ++i) {
        shares[i] = finest->rgba[4 * i + (opacity ? 0 : 3)];
        holes = holes || shares[i] < 255;
    }
    if (!holes) return;
    width_ = finest->width;
    height_ = finest->height;
    shares_ = std::move(shares);
}

bool Mask::solid(const V2f& uv, float least) const {
    if (shares_.empty()) return true;
    return static_cast<float>(
               shares_[static_cast<size_t>(height_ - 1 - wrapped(uv.y, height_)) * width_ + wrapped(uv.x, width_)]) >
           255 * least;
}

float clearShare(const Picture& p) {
    size_t clear = 0;
    for (size_t k = 3; k < p.rgba.size(); k += 4) clear += p.rgba[k] < kHalf;
    return p.rgba.empty() ? 0 : static_cast<float>(clear) / static_cast<float>(p.rgba.size() / 4);
}

Box2i seenPart(const Picture& p, uint8_t least) {
    Box2i part;
    for (int y = 0; y < p.height; ++y)
        for (int x = 0; x < p.width; ++x)
            if (p.rgba[4 * (static_cast<size_t>(y) * p.width + x) + 3] >= least) {
                part.extendBy(V2i(x, y));
                part.extendBy(V2i(x + 1, y + 1));
            }
    return part;
}

Picture cropped(const Picture& p, const Box2i& part) {
    Picture out{part.max.x - part.min.x, part.max.y - part.min.y, {}};
    out.rgba.reserve(static_cast<size_t>(out.width) * out.height * 4);
    for (int y = part.min.y; y < part.max.y; ++y) {
        const auto from = p.rgba.begin() + 4 * (static_cast<std::ptrdiff_t>(y) * p.width + part.min.x);
        out.rgba.insert(out.rgba.end(), from, from + 4 * static_cast<std::ptrdiff_t>(out.width));
    }
    return out;
}

Picture withoutRims(const Picture& p) {
    // Down a pyramid of means of what is solid, and up again into what is not.
    struct Level {
        int width, height;
        std::vector<std::array<float, 4>> sums; // colour times weight, weight
    };
    std::vector<Level> levels{{p.width, p.height, {}}};
    levels[0].sums.resize(static_cast<size_t>(p.width) * p.height);
    for (size_t i = 0; i < levels[0].sums.size(); ++i) {
        const float w = p.rgba[4 * i + 3] >= kHalf ? 1.0f : 0.0f;
        for (size_t k = 0; k < 3; ++k) levels[0].sums[i][k] = w * static_cast<float>(p.rgba[4 * i + k]);
        levels[0].sums[i][3] = w;
    }
    while (levels.back().width > 1 || levels.back().height > 1) {
        const Level& fine = levels.back();
        Level coarse{(fine.width + 1) / 2, (fine.height + 1) / 2, {}};
        coarse.sums.assign(static_cast<size_t>(coarse.width) * coarse.height, {});
        for (int y = 0; y < fine.height; ++y)
            for (int x = 0; x < fine.width; ++x) {
                const auto& from = fine.sums[static_cast<size_t>(y) * fine.width + x];
                auto& to = coarse.sums[static_cast<size_t>(y / 2) * coarse.width + x / 2];
                for (size_t k = 0; k < 4; ++k) to[k] += from[k];
            }
        for (auto& s : coarse.sums)
            if (s[3] > 0)
                for (float& v : s) v /= s[3] > 1 ? s[3] : 1; // as one texel
        levels.push_back(std::move(coarse));
    }
    for (size_t l = levels.size() - 1; l-- > 0;) {
        Level& fine = levels[l];
        const Level& coarse = levels[l + 1];
        for (int y = 0; y < fine.height; ++y)
            for (int x = 0; x < fine.width; ++x) {
                auto& s = fine.sums[static_cast<size_t>(y) * fine.width + x];
                const auto& from = coarse.sums[static_cast<size_t>(y / 2) * coarse.width + x / 2];
                if (s[3] <= 0) s = from;
            }
    }
    Picture out = p;
    for (size_t i = 0; i < levels[0].sums.size(); ++i) {
        const auto& s = levels[0].sums[i];
        if (p.rgba[4 * i + 3] >= kHalf || s[3] <= 0) continue;
        for (size_t k = 0; k < 3; ++k) out.rgba[4 * i + k] = static_cast<uint8_t>(s[k] / s[3] + 0.5f);
    }
    return out;
}

std::optional<Picture> withoutBackground(const Picture& p) {
    constexpr int kNear = 28; // of 255, in the channel that differs most
    std::vector<size_t> edge;
    for (int x = 0; x < p.width; ++x)
        for (const int y : {0, p.height - 1}) edge.push_back(static_cast<size_t>(y) * p.width + x);
    for (int y = 1; y + 1 < p.height; ++y)
        for (const int x : {0, p.width - 1}) edge.push_back(static_cast<size_t>(y) * p.width + x);
    if (edge.empty()) return std::nullopt;
    std::array<std::vector<uint8_t>, 3> values;
    for (const size_t i : edge)
        for (size_t k = 0; k < 3; ++k) values[k].push_back(p.rgba[4 * i + k]);
    std::array<int, 3> colour{};
    for (size_t k = 0; k < 3; ++k) {
        std::nth_element(values[k].begin(), values[k].begin() + static_cast<std::ptrdiff_t>(edge.size() / 2),
                         values[k].end());
        colour[k] = values[k][edge.size() / 2];
    }
    const auto near = [&](size_t i) {
        int most = 0;
        for (size_t k = 0; k < 3; ++k) most = std::max(most, std::abs(static_cast<int>(p.rgba[4 * i + k]) - colour[k]));
        return most <= kNear;
    };
    const auto even = static_cast<size_t>(std::count_if(edge.begin(), edge.end(), near));
    if (even * 10 < edge.size() * 8) return std::nullopt;
    Picture out = p;
    size_t cut = 0;
    // All of that colour, also between the leaves.
    for (size_t i = 0; i < out.rgba.size() / 4; ++i)
        if (near(i)) {
            out.rgba[4 * i + 3] = 0;
            ++cut;
        }
    const size_t all = out.rgba.size() / 4;
    if (cut * 20 < all || cut * 50 > all * 49) return std::nullopt; // a picture of one colour, or nearly none of it
    return out;
}

Picture shrunk(const Picture& p, int limit) {
    Picture now = p;
    while (now.width > limit || now.height > limit) {
        Picture half{std::max(now.width / 2, 1), std::max(now.height / 2, 1), {}};
        half.rgba.resize(static_cast<size_t>(half.width) * half.height * 4);
        for (int y = 0; y < half.height; ++y)
            for (int x = 0; x < half.width; ++x)
                for (size_t k = 0; k < 4; ++k) {
                    int sum = 0;
                    for (int j = 0; j < 2; ++j)
                        for (int i = 0; i < 2; ++i)
                            sum += now.rgba[4 * (static_cast<size_t>(std::min(2 * y + j, now.height - 1)) * now.width +
                                                 std::min(2 * x + i, now.width - 1)) +
                                            k];
                    half.rgba[4 * (static_cast<size_t>(y) * half.width + x) + k] = static_cast<uint8_t>((sum + 2) / 4);
                }
        now = std::move(half);
    }
    return now;
}

Picture masked(const Picture& p, const Picture& mask) {
    Picture out = p;
    const bool byAlpha = clearShare(mask) > 0;
    for (int y = 0; y < p.height; ++y)
        for (int x = 0; x < p.width; ++x) {
            const int u = std::min(x * mask.width / std::max(p.width, 1), mask.width - 1),
                      v = std::min(y * mask.height / std::max(p.height, 1), mask.height - 1);
            out.rgba[4 * (static_cast<size_t>(y) * p.width + x) + 3] =
                mask.rgba[4 * (static_cast<size_t>(v) * mask.width + u) + (byAlpha ? 3 : 0)];
        }
    return out;
}

} // namespace thallos
