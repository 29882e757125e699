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

// What Embree and the plant callbacks found, in our terms.
Hit hitOf(const Scene& scene, const V3f& origin, const V3f& direction, float far, const RTCHit& h,
          const PlantHit& plant) {
    Hit hit;
    if (h.geomID == RTC_INVALID_GEOMETRY_ID) return hit;
    hit.t = far;
    hit.position = origin + direction * hit.t;
    hit.object = h.instID[0];
    hit.part = h.geomID;
    hit.triangle = h.primID;
    hit.u = h.u;
    hit.v = h.v;
    V3f n(h.Ng_x, h.Ng_y, h.Ng_z);
    const SceneObject& object = scene.objects[hit.object];
    if (object.kind == ObjectKind::Plants) {
        hit.plant = &plant.tile->records[plant.plant];
        hit.part = plant.part;
        hit.triangle = plant.triangle;
        hit.u = plant.u;
        hit.v = plant.v;
        hit.level = plant.level;
    } else if (object.model) {
        V3f turned;
        object.toWorld.multDirMatrix(n, turned); // no skew: normals turn like directions
        n = turned;
    }
    hit.normal = n.normalized();
    return hit;
}

} // namespace

namespace {

// What bodies of glass and water take away: the length between each entry and the exit that belongs to it. A body that
// the ray starts in is only left, one that it ends in only entered; from an open mesh that leads to infinity light is
// taken away nowhere.
Rgb absorbed(RayContext& context, float far) {
    CrossedFace* const begin = context.face;
    CrossedFace* const end = begin + context.faces;
    std::sort(begin, end, [](const CrossedFace& a, const CrossedFace& b) { return a.t < b.t; });
    V3f depth(0);
    for (CrossedFace* f = begin; f != end; ++f) {
        if (!f->leaving) continue;
        CrossedFace* entry = f;
        while (entry != begin && ((entry - 1)->body != f->body || (entry - 1)->leaving)) --entry;
        if (entry == begin) {
            depth += f->absorption * (f->t * f->bend);
            continue;
        }
        --entry;
        depth += f->absorption * ((f->t - entry->t) * 0.5f * (f->bend + entry->bend));
        entry->body = nullptr; // matched
    }
    if (far < kFarAway)
        for (const CrossedFace* f = begin; f != end; ++f)
            if (!f->leaving && f->body) depth += f->absorption * ((far - f->t) * f->bend);
    return {std::exp(-depth.x), std::exp(-depth.y), std::exp(-depth.z)};
}

} // namespace

thread_local std::vector<LoggedRay>* rayLog = nullptr;

Hit trace(const Scene& scene, const V3f& origin, const V3f& direction, const Detail& detail, float far, unsigned mask,
          const Leaving& leaving) {
    if (rayLog) rayLog->push_back({origin, direction, far, mask, false, detail});
    RayContext context(detail);
    context.leaves = leaving.plant;
    context.leavesAs = leaving.level;
    RTCRayHit r;
    r.ray = makeRay(origin, direction, far, mask);
    r.hit.geomID = RTC_INVALID_GEOMETRY_ID;
    r.hit.instID[0] = RTC_INVALID_GEOMETRY_ID;
    rtcIntersect1(scene.top->get(), &context.embree, &r);
    return hitOf(scene, origin, direction, r.ray.tfar, r.hit, context.plant);
}

void fillPacket(const V3f (&origins)[kPacket], const V3f (&directions)[kPacket], RTCRayHit8& r) {
    for (int i = 0; i < kPacket; ++i) {
        r.ray.org_x[i] = origins[i].x;
        r.ray.org_y[i] = origins[i].y;
        r.ray.org_z[i] = origins[i].z;
        r.ray.dir_x[i] = directions[i].x;
        r.ray.dir_y[i] = directions[i].y;
        r.ray.dir_z[i] = directions[i].z;
        r.ray.tnear[i] = 0;
        r.ray.tfar[i] = kFarAway;
        r.ray.time[i] = 0;
        r.ray.mask[i] = kMaskAll;
        r.ray.id[i] = static_cast<unsigned>(i);
        r.ray.flags[i] = 0;
        r.hit.geomID[i] = RTC_INVALID_GEOMETRY_ID;
        r.hit.instID[0][i] = RTC_INVALID_GEOMETRY_ID;
    }
}

void tracePacket(const Scene& scene, const V3f (&origins)[kPacket], const V3f (&directions)[kPacket],
                 const Detail& detail, Hit (&hits)[kPacket]) {
    if (rayLog)
        for (int i = 0; i < kPacket; ++i)
            rayLog->push_back({origins[i], directions[i], kFarAway, kMaskAll, false, detail, true});
    RayContext context(detail);
    context.embree.flags = RTC_INTERSECT_CONTEXT_FLAG_COHERENT;
    PlantHit plants[kPacket];
    context.plants = plants;
    alignas(32) RTCRayHit8 r;
    alignas(32) int valid[kPacket];
    std::fill(std::begin(valid), std::end(valid), -1);
    fillPacket(origins, directions, r);
    rtcIntersect8(valid, scene.top->get(), &context.embree, &r);
    for (int i = 0; i < kPacket; ++i) {
        RTCHit h;
        h.Ng_x = r.hit.Ng_x[i];
        h.Ng_y = r.hit.Ng_y[i];
        h.Ng_z = r.hit.Ng_z[i];
        h.u = r.hit.u[i];
        h.v = r.hit.v[i];
        h.primID = r.hit.primID[i];
        h.geomID = r.hit.geomID[i];
        h.instID[0] = r.hit.instID[0][i];
        hits[i] = hitOf(scene, origins[i], directions[i], r.ray.tfar[i], h, plants[r.ray.id[i]]);
    }
}

Rgb transmittance(const Scene& scene, const V3f& origin, const V3f& direction, const Detail& detail, float far,
                  const Leaving& leaving) {
    if (rayLog) rayLog->push_back({origin, direction, far, kMaskAll, true, detail});
    RayContext context(detail);
    context.leaves = leaving.plant;
    context.leavesAs = leaving.level;
    RTCRay r = makeRay(origin, direction, far, detail.moving ? kMaskAll & ~kMaskGrass : kMaskAll);
    rtcOccluded1(scene.top->get(), &context.embree, &r);
    if (r.tfar < 0) return Rgb(0);
    return context.faces ? context.through * absorbed(context, far) : context.through;
}

namespace {
float clearance(const V3f& p, float t) {
    const float m = std::max({std::abs(p.x), std::abs(p.y), std::abs(p.z), t});
    return m * 4 * 1.19209290e-7f + 1e-6f;
}
} // namespace

V3f offset(const V3f& p, const V3f& n, float t) {
    return p + n * clearance(p, t);
}

float reachOf(const V3f& origin, const V3f& at) {
    const float d = (at - origin).length();
    return std::max(d * 0.9999f - clearance(at, d), 0.0f);
}

} // namespace thallos
