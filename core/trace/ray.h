// Rays through the scene, with what plant callbacks and glass filters report on the way.
#pragma once

#include <limits>

#include <embree3/rtcore.h>

#include "core/base/vec.h"
#include "core/planting/form.h"
#include "core/planting/record.h"

namespace thallos {

struct Scene;
struct PlantTile;

inline constexpr float kFarAway = std::numeric_limits<float>::infinity();

// Rays see surfaces by kind.
enum RayMask : unsigned {
    kMaskSolid = 1, // ground, far land, buildings, the figure
    kMaskClear = 2, // glass, water
    kMaskWoody = 4, // trees and shrubs
    kMaskGrass = 8,
    kMaskAll = 15
};

// What a plant callback found.
struct PlantHit {
    const PlantTile* tile = nullptr;
    unsigned plant = 0, part = 0, triangle = 0;
    float u = 0, v = 0;
    Level level = Level::Near;
};

// How finely a ray sees plants: decided by the camera for shadow and bounce rays too, so that they agree.
struct Detail {
    V3f camera{0};
    float pixelAngle = 0; // radians; plants are as fine as a pixel shows; 0: all are near
    bool coarse = false;  // coarser than that, and never near: for light that arrives by chance
    bool moving = false;  // a picture that moves: low growth is thinned with distance and casts no shadow

    Detail() = default;
    Detail(const V3f& eye) : camera(eye) {} // every leaf
};

// A face of a body of glass or water that a shadow ray crossed. They come in any order.
struct CrossedFace {
    const void* body; // which one
    float t;          // metres along the ray
    bool leaving;
    float bend;     // length of the way that light takes inside over that of the straight one
    V3f absorption; // 1/m
};

// Embree hands this back to the callbacks; `embree` must stay first.
struct RayContext {
    RTCIntersectContext embree;
    Detail detail;
    PlantHit plant;            // of the nearest plant hit so far
    PlantHit* plants = &plant; // one a ray: more for packets
    // If the ray starts on a plant: that plant and the level of detail it was hit at. It is traced at the same level,
    // because coarser wood would enclose the origin and self-shadow.
    const PlantRecord* leaves = nullptr;
    Level leavesAs = Level::Near;
    // Of a shadow ray: what the clear surfaces it crossed do not mirror, and the faces of bodies among them.
    Rgb through{1};
    static constexpr int kFaces = 24;
    int faces = 0;
    CrossedFace face[kFaces];

    explicit RayContext(const Detail& d) : detail(d) { rtcInitIntersectContext(&embree); }
    RayContext(const RayContext&) = delete;
    RayContext& operator=(const RayContext&) = delete;
};

struct Hit {
    float t = kFarAway;
    V3f position{0};
    V3f normal{0};       // geometric, world, unit, on the side of the surface's front
    unsigned object = 0; // index into Scene::objects
    unsigned part = 0, triangle = 0;
    float u = 0, v = 0;
    const PlantRecord* plant = nullptr;
    Level level = Level::Near; // of the plant's form that part and triangle are of

    explicit operator bool() const { return t < kFarAway; }
};

// Where on a plant a ray starts.
struct Leaving {
    const PlantRecord* plant = nullptr; // none: it does not
    Level level = Level::Near;          // at which it was met
    Leaving() = default;
    Leaving(const Hit& hit) : plant(hit.plant), level(hit.level) {}
};
Hit trace(const Scene& scene, const V3f& origin, const V3f& direction, const Detail& detail, float far = kFarAway,
          unsigned mask = kMaskAll, const Leaving& leaving = {});
inline constexpr int kPacket = 8;
// The same for rays side by side for one eye; several times faster for rays of one picture.
void tracePacket(const Scene& scene, const V3f (&origins)[kPacket], const V3f (&directions)[kPacket],
                 const Detail& detail, Hit (&hits)[kPacket]);

// The rays of a packet as Embree takes them.
void fillPacket(const V3f (&origins)[kPacket], const V3f (&directions)[kPacket], RTCRayHit8& rays);

// Share of light that arrives along the ray from `far`: 0 where something solid stands.
Rgb transmittance(const Scene& scene, const V3f& origin, const V3f& direction, const Detail& detail,
                  float far = kFarAway, const Leaving& leaving = {});

// The origin of a ray that leaves a surface at p on the side of n: off by 4 units in the last place of max(|p|, t).
V3f offset(const V3f& p, const V3f& n, float t);
// How far a ray from `origin` goes that must not meet the surface `at` is on.
float reachOf(const V3f& origin, const V3f& at);

} // namespace thallos
