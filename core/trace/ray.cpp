#include "core/trace/ray.h"

#include <algorithm>
#include <cmath>

#include "core/trace/ray_log.h"
#include "core/trace/scene.h"

namespace thallos {

namespace {

RTCRay makeRay(const V3f& o, const V3f& d, float far, unsigned mask) {
    RTCRay r;
    r.org_x = o.x;
    r.org_y = o.y;
    r.org_z = o.z;
    r.dir_x = d.x;
    r.dir_y = d.y;
    r.dir_z = d.z;
    r.tnear = 0;
    r.tfar = far;
    r.time = 0;
    r.mask = mask;
    r.id = 0;
    r.flags = 0;
    return r;
}

} // namespace

thread_local std::vector<LoggedRay>* rayLog = nullptr;

Hit trace(const Scene& scene, const V3f& origin, const V3f& direction, const V3f& camera, float far, unsigned mask,
          bool moving) {
    if (rayLog) rayLog->push_back({origin, direction, far, mask, false});
    RayContext context(camera);
    context.moving = moving;
    RTCRayHit r;
    r.ray = makeRay(origin, direction, far, mask);
    r.hit.geomID = RTC_INVALID_GEOMETRY_ID;
    r.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
    rtcIntersect1(scene.top->get(), &context.embree, &r);
    Hit hit;
    if (r.hit.geomID == RTC_INVALID_GEOMETRY_ID) return hit;
    hit.t = r.ray.tfar;
    hit.position = origin + direction * hit.t;
    hit.object = r.hit.instID[0];
    hit.part = r.hit.geomID;
    hit.triangle = r.hit.primID;
    hit.u = r.hit.u;
    hit.v = r.hit.v;
    V3f n(r.hit.Ng_x, r.hit.Ng_y, r.hit.Ng_z);
    const SceneObject& object = scene.objects[hit.object];
    if (object.kind == ObjectKind::Plants) {
        hit.plant = &context.tile->records[context.plant];
        hit.part = context.part;
        hit.triangle = context.triangle;
        hit.u = context.u;
        hit.v = context.v;
    } else if (object.kind == ObjectKind::Building || object.kind == ObjectKind::Figure) {
        V3f turned;
        object.toWorld.multDirMatrix(n, turned); // rigid: normals turn like directions
        n = turned;
    }
    hit.normal = n.normalized();
    return hit;
}

Rgb transmittance(const Scene& scene, const V3f& origin, const V3f& direction, const V3f& camera, float far,
                  bool moving) {
    if (rayLog) rayLog->push_back({origin, direction, far, kMaskAll, true});
    RayContext context(camera);
    context.moving = moving;
    RTCRay r = makeRay(origin, direction, far, kMaskAll);
    rtcOccluded1(scene.top->get(), &context.embree, &r);
    return r.tfar < 0 ? Rgb(0) : context.through;
}

V3f offset(const V3f& p, const V3f& n, float t) {
    const float m = std::max({std::abs(p.x), std::abs(p.y), std::abs(p.z), t});
    return p + n * (m * 4 * 1.19209290e-7f + 1e-6f);
}

} // namespace thallos
