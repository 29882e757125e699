#include "core/trace/standing.h"

#include <algorithm>
#include <cmath>

#include "core/trace/embree.h"
#include "core/trace/scene.h"

namespace thallos {

namespace {

struct Crossing {
    float height;
    bool stands; // level enough to stand on
};

// What of the building a line straight down meets, in the world.
void meet(const SceneObject& building, const V2f& at, std::vector<Crossing>& out) {
    RTCBounds b;
    rtcGetSceneBounds(building.scene->get(), &b);
    V3f local;
    building.toObject.multVecMatrix(V3f(at.x, at.y, 0), local); // buildings only turn about the vertical
    if (local.x < b.lower_x || local.x > b.upper_x || local.y < b.lower_y || local.y > b.upper_y) return;
    const float top = b.upper_z + 0.01f;
    float from = 0;
    for (int k = 0; k < 64; ++k) {
        RTCIntersectContext context;
        rtcInitIntersectContext(&context);
        RTCRayHit r{};
        r.ray.org_x = local.x;
        r.ray.org_y = local.y;
        r.ray.org_z = top;
        r.ray.dir_z = -1;
        r.ray.tnear = from;
        r.ray.tfar = top - b.lower_z + 0.01f;
        r.ray.mask = 0xffffffff;
        r.hit.geomID = RTC_INVALID_GEOMETRY_ID;
        rtcIntersect1(building.scene->get(), &context, &r);
        if (r.hit.geomID == RTC_INVALID_GEOMETRY_ID) return;
        const V3f n = V3f(r.hit.Ng_x, r.hit.Ng_y, r.hit.Ng_z).normalized();
        V3f world;
        building.toWorld.multVecMatrix(V3f(local.x, local.y, top - r.ray.tfar), world);
        out.push_back({world.z, std::abs(n.z) > 0.7f});
        from = r.ray.tfar + std::max(1e-3f / building.scale, 1e-6f * top);
    }
}

} // namespace

float standingHeight(const std::vector<SceneObject>& objects, const V2f& at, float ground) {
    constexpr float kRoom = 1.9f;
    std::vector<Crossing> all{{ground, true}};
    for (const SceneObject& o : objects)
        if ((o.kind == ObjectKind::Building || o.kind == ObjectKind::Works) && o.scene) meet(o, at, all);
    std::sort(all.begin(), all.end(), [](const Crossing& a, const Crossing& b) { return a.height < b.height; });
    float best = ground;
    for (size_t i = 0; i < all.size(); ++i) {
        if (!all[i].stands || all[i].height < ground) continue;
        if (i + 1 == all.size() || all[i + 1].height > all[i].height + kRoom) return all[i].height;
        best = all[i].height;
    }
    return best;
}

} // namespace thallos
