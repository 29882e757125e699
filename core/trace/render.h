// Progressive pictures: samples of every pixel, pass by pass, the same for any number of threads.
#pragma once

#include <functional>
#include <memory>

#include "core/base/progress.h"
#include "core/trace/integrator.h"
#include "core/view/camera.h"

namespace thallos {

// Sums over the samples so far. Even and odd samples apart, so that their difference tells the noise.
struct Film {
    int width = 0, height = 0, samples = 0;
    std::vector<Rgb> even, odd; // radiance without `emission`
    std::vector<Rgb> emission, albedo;
    std::vector<V3f> normal;
    std::vector<float> depth, sunlit;

    Film() = default;
    Film(int w, int h);
    Image radiance() const; // mean, cd/m2
};

struct PictureSettings {
    V2i size{1280, 720};
    uint64_t seed = 1;
    Bounces bounces;
    // Of PathSettings.
    float limit = 0;
    bool coarse = true, oneShadowRay = true;
    // Of the whole picture in pixels, upper left and size; empty: all of it.
    V2i regionStart{0}, regionSize{0};
};

// Adds one sample to every pixel. Returns false, with the film as it was before the pass or partly further, when `stop`
// answered true; such a film must be thrown away. `stop` is asked every few milliseconds from several threads.
bool addPass(Film& film, const Scene& scene, const Environment& environment, const Camera& camera,
             const PictureSettings& settings, const std::function<bool()>& stop, int64_t* rays = nullptr);

// Quick shading of a whole picture; false when stopped.
bool quickPicture(Image& out, const Scene& scene, const Environment& environment, const Camera& camera,
                  const std::function<bool()>& stop, bool moving = false);

// Seen straight from above, north up: for the plan.
struct PlanPixel {
    enum Kind : uint8_t { Outside, Ground, Building, Water, Figure } kind;
    bool shaded;  // from the sun
    float height; // metres
    float facing; // of the surface towards the north-west light of drawings, -1..1
    uint16_t item;
    explicit PlanPixel(int = 0) : kind(Outside), shaded(false), height(0), facing(0), item(0) {}
};
// `window` in metres. Plants are neither drawn nor cast a shadow: the plan shows their symbols.
bool planPicture(Raster<PlanPixel>& out, const Scene& scene, const V3f& toSun, const Box2f& window,
                 const std::function<bool()>& stop);

// What the camera saw first at each pixel, averaged over its samples.
struct Passes {
    Raster<float> depth; // metres along the ray, harmonic mean; 0 where there is only sky
    Raster<V3f> normal;  // world
    Image albedo;
};

// A finished picture.
struct RenderResult {
    Image radiance;
    Passes passes;
    float ev100; // metered or set
    int samples;
    int64_t rays;
    double seconds;
};
// Throws Error::Cancelled.
RenderResult renderPicture(const Scene& scene, const Environment& environment, const Shot& shot,
                           const PictureSettings& settings, int samples, bool denoise, Progress& progress);

// The light for a shot at its site.
Environment environmentOf(const Project& project, const Shot& shot);

} // namespace thallos
