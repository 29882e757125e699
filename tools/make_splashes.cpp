// Pictures of splashing water, drawn drop by drop as a short exposure shows it, and the proxies made of them.
// Usage: make_splashes FOLDER
#include <cmath>
#include <cstdio>

#include <nlohmann/json.hpp>

#include "core/base/noise.h"
#include "core/exchange/proxy_import.h"

using namespace thallos;

namespace {

constexpr float kGravity = 9.81f, kShutter = 1.0f / 160; // m/s2, s

// Light and cover gathered in the plane of the picture: x from its middle, z from its foot, metres.
class Canvas {
public:
    Canvas(float wide, float high, float pixel)
        : pixel_(pixel), wide_(static_cast<int>(wide / pixel)), high_(static_cast<int>(high / pixel)),
          cover_(static_cast<size_t>(wide_) * high_, 0), light_(cover_.size(), 0) {}
    // A round drop, or part of one that is smaller than a pixel: by the area that it covers.
    void drop(float x, float z, float radius, float opacity, float brightness) {
        const float r = std::max(radius / pixel_, 0.6f), thin = std::min(1.0f, radius / pixel_ / r);
        each(x, z, r + 1, [&](float d, float up, size_t i) {
            // Lit from above: the upper side of a drop is the lighter one.
            lay(i, opacity * thin * thin * clamp01(r + 0.5f - d),
                brightness * (0.88f + 0.14f * clamp01(0.5f + up / r)));
        });
    }
    // Spray too fine to be seen drop by drop.
    void mist(float x, float z, float radius, float opacity) {
        const float r = radius / pixel_;
        each(x, z, r, [&](float d, float, size_t i) {
            const float in = std::max(1 - d * d / (r * r), 0.0f);
            lay(i, opacity * in * in, 0.97f);
        });
    }
    // A drop that flies while the shutter is open.
    void streak(float x, float z, float vx, float vz, float radius, float opacity, float brightness) {
        const float length = std::hypot(vx, vz) * kShutter;
        const int n = std::max(1, static_cast<int>(std::ceil(length / (0.9f * std::max(radius, 0.5f * pixel_)))));
        for (int i = 0; i < n; ++i) {
            const float t = kShutter * (static_cast<float>(i) + 0.5f) / static_cast<float>(n);
            drop(x + vx * t, z + vz * t - 0.5f * kGravity * t * t, radius, opacity, brightness);
        }
    }
    // Each texel by its place: cover and brightness.
    template <class Look> void fill(const Look& look) {
        for (int y = 0; y < high_; ++y)
            for (int x = 0; x < wide_; ++x) {
                const auto [cover, brightness] = look((static_cast<float>(x - wide_ / 2) + 0.5f) * pixel_,
                                                      (static_cast<float>(high_ - y) - 0.5f) * pixel_);
                lay(static_cast<size_t>(y) * wide_ + x, cover, brightness);
            }
    }
    Picture picture() const {
        Picture out{wide_, high_, {}};
        for (size_t i = 0; i < cover_.size(); ++i) {
            const auto byte = [](float v) { return static_cast<uint8_t>(std::lround(255 * clamp01(v))); };
            const float light = light_[i];
            // Thin water shows a little of the sky's blue.
            const uint8_t rgba[4] = {byte(0.955f * light), byte(0.98f * light), byte(light), byte(cover_[i])};
            out.rgba.insert(out.rgba.end(), rgba, rgba + 4);
        }
        return out;
    }

private:
    // Texels within `r` of a place: use(distance, height over it, index), in texels.
    template <class Use> void each(float x, float z, float r, const Use& use) const {
        const float px = x / pixel_ + 0.5f * static_cast<float>(wide_), py = static_cast<float>(high_) - z / pixel_;
        for (int iy = std::max(static_cast<int>(py - r), 0); iy <= std::min(static_cast<int>(py + r), high_ - 1); ++iy)
            for (int ix = std::max(static_cast<int>(px - r), 0); ix <= std::min(static_cast<int>(px + r), wide_ - 1);
                 ++ix) {
                const float dx = static_cast<float>(ix) + 0.5f - px, dy = static_cast<float>(iy) + 0.5f - py;
                use(std::hypot(dx, dy), -dy, static_cast<size_t>(iy) * wide_ + ix);
            }
    }
    void lay(size_t i, float cover, float light) {
        if (cover <= 0) return;
        const float all = cover_[i] + (1 - cover_[i]) * cover;
        light_[i] += (light - light_[i]) * cover / all;
        cover_[i] = all;
    }
    float pixel_;
    int wide_, high_;
    std::vector<float> cover_, light_;
};

// Many small drops and few large ones, metres.
float dropRadius(Random& random, float largest) {
    const float r = random.unit();
    return largest * (0.1f + 0.9f * r * r * r * r * r);
}

// Foam where water meets water: bubbles in a low heap that thins out to its ends.
void foam(Canvas& canvas, Random& random, float middle, float halfWide, float high, int bubbles) {
    for (int i = 0; i < bubbles; ++i) {
        const float u = random.around(0.5f) + random.around(0.5f), ends = 1 - std::abs(u),
                    up = random.unit() * random.unit();
        canvas.drop(middle + halfWide * u, high * ends * up, 0.0012f + 0.003f * random.unit(),
                    0.4f * std::sqrt(ends) * (1 - 0.75f * up), 0.78f + 0.22f * random.unit());
    }
}

// Where a stream falls in: fingers of water thrown up in a fan that end in beads, and spray between them.
Picture splash() {
    Canvas canvas(1.3f, 0.62f, 0.0018f);
    Random random(41);
    for (int i = 0; i < 60; ++i)
        canvas.mist(random.around(0.3f), 0.16f * random.unit(), 0.05f + 0.06f * random.unit(), 0.05f);
    const auto speedOf = [&](float out) { return 3.2f * std::sqrt(random.unit()) * (1 - 0.3f * std::abs(out)); };
    for (int finger = 0; finger < 85; ++finger) {
        const float out = random.around(1), speed = speedOf(out), vx = speed * 0.6f * out, vz = speed,
                    x = random.around(0.09f), flight = 2 * vz / kGravity, end = flight * (0.2f + 0.3f * random.unit());
        for (float t = 0; t < end; t += 0.0006f) {
            const float z = vz * t - 0.5f * kGravity * t * t, thin = t / end;
            canvas.drop(x + vx * t + random.around(0.0008f), z, thallos::lerp(0.0032f, 0.0009f, thin), 0.2f,
                        0.75f + 0.2f * random.unit());
        }
        for (int bead = 0; bead < 5; ++bead) {
            const float t = std::min(end * (1 + 0.16f * static_cast<float>(bead)), flight);
            canvas.streak(x + vx * t, vz * t - 0.5f * kGravity * t * t, vx, vz - kGravity * t,
                          0.0012f + 0.0022f * random.unit(), 0.6f, 0.85f + 0.15f * random.unit());
        }
    }
    for (int i = 0; i < 15000; ++i) {
        const float out = random.around(1), speed = speedOf(out) * (0.8f + 0.3f * random.unit()),
                    vx = speed * 0.75f * out, vz = speed * (1 - 0.35f * std::abs(out));
        const float t = random.unit() * 2 * vz / kGravity; // some time between leaving the water and falling back
        canvas.streak(random.around(0.12f) + vx * t, vz * t - 0.5f * kGravity * t * t, vx, vz - kGravity * t,
                      dropRadius(random, 0.0028f), 0.6f, 0.8f + 0.2f * random.unit());
    }
    foam(canvas, random, 0, 0.55f, 0.075f, 14000);
    return canvas.picture();
}

// A jet that rises as one, turns over in clumps and falls back around itself as drops.
Picture jet() {
    constexpr float kHigh = 1.5f;
    const float up = std::sqrt(2 * kGravity * kHigh);
    Canvas canvas(1.0f, kHigh + 0.1f, 0.0026f);
    Random random(42);
    for (int i = 0; i < 50; ++i)
        canvas.mist(random.around(0.2f), 0.5f * random.unit() * random.unit(), 0.06f + 0.08f * random.unit(), 0.035f);
    for (int i = 0; i < 42000; ++i) {
        // Clumps: what left the nozzle together stays together.
        const uint64_t clump = random.next() % 90;
        const float vz = up * (1 - 0.06f * unitFloat(mix(clump, 1)) - 0.09f * random.unit() * random.unit()),
                    vx = 0.09f * (2 * unitFloat(mix(clump, 2)) - 1) +
                         0.13f * (random.around(0.5f) + random.around(0.5f));
        const float top = vz / kGravity, t = random.unit() * 2 * top, z = vz * t - 0.5f * kGravity * t * t;
        if (t < top) { // narrow and whole at its foot
            const float high = z / kHigh;
            canvas.streak(vx * t * high + random.around(0.009f + 0.012f * high), z, vx, vz - kGravity * t,
                          thallos::lerp(0.003f, dropRadius(random, 0.006f), smoothstep(0.3f, 0.95f, high)),
                          thallos::lerp(0.5f, 0.3f, high), 0.78f + 0.22f * random.unit());
        } else
            canvas.streak(vx * t + random.around(0.015f), z, vx, vz - kGravity * t, dropRadius(random, 0.004f), 0.32f,
                          0.8f + 0.2f * random.unit());
    }
    foam(canvas, random, 0, 0.42f, 0.07f, 16000);
    return canvas.picture();
}

// A sheet that falls over an edge: clear above, drawn into threads, torn, and foam below.
Picture fall() {
    constexpr float kHigh = 1.0f, kWide = 0.8f;
    Canvas canvas(kWide + 0.4f, kHigh, 0.0022f);
    Random random(43);
    canvas.fill([&](float x, float z) {
        const float down = 1 - z / kHigh;
        // It draws together as it falls, and threads wander.
        const float sway = 0.012f * down * valueNoise(x * 9, z * 2.5f, 501), across = (x + sway) / (1 - 0.1f * down),
                    threads = fractalNoise(across * 55, z * 1.2f, 502, 4, 0.6f),
                    torn = fractalNoise(across * 70, z * 9, 503, 3), fine = fractalNoise(across * 210, z * 5, 504, 3),
                    edge = 0.5f * kWide * (1 + 0.05f * threads);
        const float within = smoothstep(0, 0.012f + 0.03f * down, edge - std::abs(across));
        const float holes = smoothstep(-0.12f, 0.18f, torn + 0.3f * fine + 0.5f * threads + 0.95f - 0.95f * down);
        const float white = smoothstep(-0.1f, 0.5f, threads + 0.9f * down - 0.1f);
        return std::pair(within * thallos::lerp(1, holes, smoothstep(0.15f, 0.5f, down)) *
                             thallos::lerp(0.26f, 0.82f, white) * (1 + 0.3f * fine * (0.4f + white)),
                         thallos::lerp(0.7f, 0.95f, white) + 0.06f * torn + 0.1f * fine);
    });
    for (int i = 0; i < 70; ++i)
        canvas.mist(0.5f * kWide * random.around(1), 0.2f * random.unit() * random.unit(),
                    0.05f + 0.06f * random.unit(), 0.05f);
    for (int i = 0; i < 9000; ++i) {
        const float vx = 0.8f * random.around(1), vz = 1.9f * std::sqrt(random.unit()),
                    t = random.unit() * 2 * vz / kGravity;
        canvas.streak(0.5f * kWide * random.around(1) + vx * t, vz * t - 0.5f * kGravity * t * t, vx, vz - kGravity * t,
                      dropRadius(random, 0.0028f), 0.6f, 0.8f + 0.2f * random.unit());
    }
    for (int i = 0; i < 8; ++i) foam(canvas, random, kWide * (static_cast<float>(i) - 3.5f) / 8, 0.16f, 0.09f, 3000);
    return canvas.picture();
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "usage: make_splashes FOLDER\n");
        return 2;
    }
    const struct {
        const char *name, *habit;
        std::vector<std::string> marks;
        float height;
        Picture picture;
    } all[] = {
        {"Splash", "drops thrown up", {"a fan of drops", "foam at its foot", "turns to the camera"}, 0.6f, splash()},
        {"Fountain jet",
         "a rising jet",
         {"breaks into beads", "falls back around itself", "turns to the camera"},
         1.6f,
         jet()},
        {"Falling water",
         "a falling sheet",
         {"threads that tear", "foam at its foot", "turns to the camera"},
         1.0f,
         fall()}};
    for (const auto& one : all) {
        ProxyOrder order;
        order.name = one.name;
        order.kind = SpeciesKind::Splash;
        order.height = one.height;
        order.turns = true;
        ProxyMade made = makeProxy(draftOf(one.picture, one.name), order);
        auto recipe = nlohmann::json::parse(made.recipe);
        recipe["habit"] = one.habit;
        recipe["marks"] = one.marks;
        recipe["tags"] = {"water", "image"};
        recipe.erase("rights"); // Thallos's own
        made.recipe = recipe.dump(2) + "\n";
        keepProxy(made, argv[1]);
    }
}
