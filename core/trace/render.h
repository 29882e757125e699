// Progressive pictures: samples of every pixel, pass by pass, the same for any number of threads.
#pragma once

#include <functional>
#include <memory>

#include "core/base/progress.h"
#include "core/trace/film.h"
#include "core/view/camera.h"

namespace thallos {

struct PictureSettings {
    V2i size{1280, 720};
    uint64_t seed = 1;
    PathSettings path; // bounces, limit and savings
    // Crop window in pixels of the full frame (origin top left). Empty: render the full frame.
    V2i regionStart{0}, regionSize{0};
    float sparks = 7;    // stops over middle grey that light scattered by chance may have; 0: no limit
    float noise = 0;     // of judge(): cells that are clean enough take no more samples; 0: all take as many
    int splitFactor = 2; // of isFullLength(); 1: every sample is full length
    bool split = false;  // light by route and by source
    bool mattes = false; // coverage by item and by material
};

// Adds one sample to every pixel. Returns false when `stop` returned true: some cells are then a sample ahead, and wait
// for the others in the next pass. `stop` is asked every few milliseconds from several threads.
bool addPass(Film& film, const Scene& scene, const Environment& environment, const Camera& camera,
             const PictureSettings& settings, const std::function<bool()>& stop, int64_t* rays = nullptr);

// Quick shading of a whole picture; false when stopped.
bool quickPicture(Image& out, const Scene& scene, const Environment& environment, const Camera& camera,
                  const std::function<bool()>& stop, bool moving = false);

// Seen straight from above, north up: for the plan.
struct PlanPixel {
    enum Kind : uint8_t { Outside, Ground, Building, Water, Figure } kind;
    bool shaded = false; // from the sun
    uint8_t cover = 0;   // the number of the ground's
    float height = 0;    // metres
    float facing = 0;    // of the surface towards the north-west light of drawings, -1..1
    float slope = 0;     // of the ground, rise for a run of one
    float moved = 0;     // metres that the ground lies over what it started from; negative: cut
    uint32_t item = 0;   // id
    explicit PlanPixel(int = 0) : kind(Outside) {}
};
// `window` in metres. Plants are neither drawn nor cast a shadow: the plan shows their symbols.
bool planPicture(Raster<PlanPixel>& out, const Scene& scene, const V3f& toSun, const Box2f& window,
                 const std::function<bool()>& stop);

// What the camera saw first at each pixel, averaged over its samples.
struct Passes {
    Raster<float> depth; // metres along the ray, harmonic mean; 0 where there is only sky
    Raster<V3f> normal;  // world
    Image albedo;
    Raster<float> alpha;               // share that is no sky
    std::vector<Image> split;          // routes, then sources; each kind sums to the picture; empty unless asked for
    Raster<Coverage> items, materials; // what covers a pixel, by id and by materialKey(); empty unless asked for
};

// A finished picture.
struct RenderResult {
    Image radiance;
    Passes passes;
    float ev100;    // metered or set
    double samples; // a pixel, on average
    int64_t rays;
    double seconds;
    V2i start{0};     // where the picture lies in the whole frame, pixels
    int64_t lost = 0; // samples that could not be computed; above 0 something is wrong, and people are told
};
// `samples` at most for each pixel, up to kMostSamples, with a split up to the next multiple of 2 x splitFactor;
// `denoise` 0..1 is how much of the noise is taken out after. Throws Error::Cancelled.
RenderResult renderPicture(const Scene& scene, const Environment& environment, const Shot& shot,
                           const PictureSettings& settings, int samples, float denoise, Progress& progress);

// What exposes the shot: its own value or, when it is metered, that of a small quick picture of the whole frame. The
// one meter for panes, files and regions, so that what was approved is what is delivered. The shot's own value when
// `stop` returned true.
float exposureOf(const Scene& scene, const Environment& environment, const Shot& shot,
                 const std::function<bool()>& stop = nullptr);

// The PathSettings::limit that `sparks` stands for at this exposure, cd/m2; 0: none.
float sparkLimit(const PictureSettings& settings, float ev100);

// The light for a shot at its site.
Environment environmentOf(const Project& project, const Shot& shot);

} // namespace thallos
