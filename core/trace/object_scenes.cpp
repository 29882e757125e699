#include "core/trace/object_scenes.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "core/trace/scattering.h"
#include "core/trace/shading.h"

namespace thallos {

namespace {

std::shared_ptr<EmbreeScene> newScene(bool robust) {
    RTCScene scene = rtcNewScene(embreeDevice());
    if (robust) rtcSetSceneFlags(scene, RTC_SCENE_FLAG_ROBUST);
    return std::make_shared<EmbreeScene>(scene);
}

// Shadow rays pass clear surfaces without refraction, attenuated by Fresnel. What bodies absorb (Beer-Lambert) is known
// when all their faces are: transmittance() pairs these by distance, so the order of hits does not matter.
struct ClearSurface {
    Rgb tint{1};
    float index = 1.52f;
    bool body = false;
    bool bends = true; // the light that is seen through it; water lets light that arrives by chance straight through
    Rgb absorption{0}; // 1/m
};
void passClear(const RTCFilterFunctionNArguments* args) {
    const auto& clear = *static_cast<const ClearSurface*>(args->geometryUserPtr);
    auto& context = *reinterpret_cast<RayContext*>(args->context);
    const auto& ray = *reinterpret_cast<const RTCRay*>(args->ray);
    const auto& hit = *reinterpret_cast<const RTCHit*>(args->hit);
    const V3f d(ray.dir_x, ray.dir_y, ray.dir_z), n(hit.Ng_x, hit.Ng_y, hit.Ng_z);
    const float signedCosine = d.dot(n) / std::sqrt(std::max(d.length2() * n.length2(), 1e-30f));
    const float c = std::min(std::abs(signedCosine), 1.0f);
    if (!clear.body) {
        context.through *= clear.tint * (1 - fresnelPane(c, clear.index));
        args->valid[0] = 0;
        return;
    }
    // So many faces leave nothing to see; the ray is stopped.
    if (context.faces == RayContext::kFaces) return;
    context.through *= 1 - fresnelDielectric(c, clear.index);
    const float bend = clear.bends ? c / std::sqrt(1 - (1 - c * c) / (clear.index * clear.index)) : 1;
    context.face[context.faces++] = {&clear, ray.tfar, signedCosine > 0, bend, clear.absorption};
    args->valid[0] = 0;
}
ClearSurface clearOf(const Material& m) {
    return {m.base.albedo, m.base.index, m.base.solid, true, m.base.absorption};
}

// A hole in a picture or a texture is no hit.
struct CutOut {
    const Mesh* mesh;
    const Material* material;
    float scale;  // of the object
    V3f laidFrom; // of a building
};
void passHoles(const RTCFilterFunctionNArguments* args) {
    const auto& c = *static_cast<const CutOut*>(args->geometryUserPtr);
    // First rays come in packets.
    for (unsigned i = 0; i < args->N; ++i) {
        if (!args->valid[i]) continue;
        HitPoint spot = hitPointOf(*c.mesh, RTCHitN_primID(args->hit, args->N, i), RTCHitN_u(args->hit, args->N, i),
                                   RTCHitN_v(args->hit, args->N, i), c.scale);
        spot.position -= c.laidFrom * c.scale;
        // What covers by half stops half of the rays, each layer others.
        const float most = c.material->soft ? chanceOf(args->ray, args->hit, args->N, i) : 0.5f;
        if (coverage(*c.material, spot) < most) args->valid[i] = 0;
    }
}

bool cuts(const Material& m) {
    return m.texture && m.texture->cuts();
}

void addMesh(EmbreeScene& scene, const Mesh& mesh, unsigned id, unsigned mask,
             const std::function<void(RTCGeometry)>& set = {}) {
    RTCGeometry g = triangleGeometry(mesh);
    rtcSetGeometryMask(g, mask);
    if (set) set(g);
    rtcCommitGeometry(g);
    rtcAttachGeometryByID(scene.get(), g, id);
    rtcReleaseGeometry(g);
}

} // namespace

namespace {

// The part of a block's samples from `from` to `to`, both within, as one grid of several.
RTCGrid gridOf(const V2i& from, const V2i& to, int across) {
    return {static_cast<unsigned>(from.y * across + from.x), static_cast<unsigned>(across),
            static_cast<uint16_t>(to.x - from.x + 1), static_cast<uint16_t>(to.y - from.y + 1)};
}

void attach(EmbreeScene& scene, RTCGeometry g, unsigned id) {
    rtcSetGeometryMask(g, kMaskSolid);
    rtcCommitGeometry(g);
    rtcAttachGeometryByID(scene.get(), g, id);
    rtcReleaseGeometry(g);
}

void addGrids(EmbreeScene& scene, const std::vector<V3f>& samples, const std::vector<RTCGrid>& grids) {
    if (grids.empty()) return;
    RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_GRID);
    auto* v = static_cast<V3f*>(newBuffer(g, RTC_BUFFER_TYPE_VERTEX, RTC_FORMAT_FLOAT3, sizeof(V3f), samples.size()));
    std::copy(samples.begin(), samples.end(), v);
    auto* to =
        static_cast<RTCGrid*>(newBuffer(g, RTC_BUFFER_TYPE_GRID, RTC_FORMAT_GRID, sizeof(RTCGrid), grids.size()));
    std::copy(grids.begin(), grids.end(), to);
    attach(scene, g, 0);
}

// A block that a wall crosses: squares of whole cells as grids, which are built far sooner than triangles, and the
// rest as triangles, whole cells split as a grid's are.
void addBroken(EmbreeScene& scene, const HeightBlock& block, const std::vector<V3f>& samples) {
    constexpr int kSquare = 8;
    const GridTile<float>& z = block.z;
    const BrokenCells& broken = *block.broken;
    const int across = z.cells.x + 1;
    const auto whole = [&](int x, int y) { return !broken.broken(y * z.cells.x + x); };
    std::vector<RTCGrid> grids;
    std::vector<V3i> triangles;
    for (int y0 = 0; y0 < z.cells.y; y0 += kSquare)
        for (int x0 = 0; x0 < z.cells.x; x0 += kSquare) {
            const V2i to(std::min(x0 + kSquare, z.cells.x), std::min(y0 + kSquare, z.cells.y));
            bool all = true;
            for (int y = y0; y < to.y; ++y)
                for (int x = x0; x < to.x; ++x) all = all && whole(x, y);
            if (all) {
                grids.push_back(gridOf({x0, y0}, to, across));
                continue;
            }
            for (int y = y0; y < to.y; ++y)
                for (int x = x0; x < to.x; ++x) {
                    if (!whole(x, y)) continue;
                    const int a = y * across + x, b = a + 1, c = a + across, d = c + 1;
                    triangles.push_back({a, b, c});
                    triangles.push_back({b, d, c});
                }
        }
    addGrids(scene, samples, grids);
    const V3i after(static_cast<int>(samples.size()));
    for (const auto* list : {&broken.triangles, &broken.upright})
        for (const V3i& t : *list) triangles.push_back(t + after);
    if (triangles.empty()) return;
    RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_TRIANGLE);
    auto* v = static_cast<V3f*>(
        newBuffer(g, RTC_BUFFER_TYPE_VERTEX, RTC_FORMAT_FLOAT3, sizeof(V3f), samples.size() + broken.vertices.size()));
    std::copy(broken.vertices.begin(), broken.vertices.end(), std::copy(samples.begin(), samples.end(), v));
    auto* t = static_cast<V3i*>(newBuffer(g, RTC_BUFFER_TYPE_INDEX, RTC_FORMAT_UINT3, sizeof(V3i), triangles.size()));
    std::copy(triangles.begin(), triangles.end(), t);
    attach(scene, g, 1);
}

} // namespace

std::shared_ptr<const EmbreeScene> groundScene(const HeightField& field, int tile, int block, bool quick) {
    auto scene = newScene(true);
    if (quick) rtcSetSceneBuildQuality(scene->get(), RTC_BUILD_QUALITY_LOW);
    const HeightTile& whole = *field.tiles[static_cast<size_t>(tile)];
    const HeightBlock& heights = *whole.blocks[static_cast<size_t>(block)];
    const V2i start = field.grid.tileStart(tile) * whole.fine + whole.blockStart(block);
    std::vector<V3f> samples;
    samples.reserve(heights.z.values.size());
    for (int y = 0; y <= heights.z.cells.y; ++y)
        for (int x = 0; x <= heights.z.cells.x; ++x) {
            const V2f p = field.grid.place(start + V2i(x, y), whole.fine);
            samples.emplace_back(p.x, p.y, heights.z.at(x, y));
        }
    if (heights.broken)
        addBroken(*scene, heights, samples);
    else
        addGrids(*scene, samples, {gridOf({0, 0}, heights.z.cells, heights.z.cells.x + 1)});
    commitScene(scene->get());
    return scene;
}

std::shared_ptr<const EmbreeScene> modelScene(const SceneObject& object, unsigned mask) {
    const auto& model = object.model;
    const auto& materials = object.materials;
    auto scene = newScene(false);
    scene->keeps = {model, materials};
    for (size_t i = 0; i < model->parts.size(); ++i) {
        if (!object.meets(i)) continue;
        const Part& part = model->parts[i];
        const Material& material = (*materials)[part.material];
        const bool clear = material.letsSunThrough;
        addMesh(*scene, *part.mesh, static_cast<unsigned>(i), clear ? kMaskClear : mask, [&](RTCGeometry g) {
            if (clear) {
                auto glass = std::make_shared<ClearSurface>(clearOf(material));
                rtcSetGeometryUserData(g, glass.get());
                rtcSetGeometryOccludedFilterFunction(g, passClear);
                scene->keeps.push_back(std::move(glass));
            } else if (cuts(material) && (!material.byUv || !part.mesh->uvs.empty())) {
                auto cut = std::make_shared<CutOut>(CutOut{part.mesh.get(), &material, object.scale, object.laidFrom});
                rtcSetGeometryUserData(g, cut.get());
                rtcSetGeometryOccludedFilterFunction(g, passHoles);
                rtcSetGeometryIntersectFilterFunction(g, passHoles);
                scene->keeps.push_back(std::move(cut));
            }
        });
    }
    commitScene(scene->get());
    return scene;
}

std::shared_ptr<const EmbreeScene> waterScene(const Mesh& texture, const WaterLook& water) {
    auto scene = newScene(true);
    auto body = std::make_shared<ClearSurface>(ClearSurface{Rgb(1), kWaterIndex, true, false, waterAbsorption(water)});
    addMesh(*scene, texture, 0, kMaskClear, [&](RTCGeometry g) {
        rtcSetGeometryUserData(g, body.get());
        rtcSetGeometryOccludedFilterFunction(g, passClear);
    });
    scene->keeps.push_back(std::move(body));
    commitScene(scene->get());
    return scene;
}

std::shared_ptr<const EmbreeScene> meshScene(const Mesh& mesh) {
    auto scene = newScene(true);
    addMesh(*scene, mesh, 0, kMaskSolid);
    commitScene(scene->get());
    return scene;
}

bool sameFilters(const SceneObject& a, const SceneObject& b) {
    if (a.model != b.model || a.materials->size() != b.materials->size() || a.without != b.without) return false;
    if (a.materials == b.materials && a.scale == b.scale && a.laidFrom == b.laidFrom) return true;
    for (size_t i = 0; i < a.materials->size(); ++i) {
        const Material &m = (*a.materials)[i], &n = (*b.materials)[i];
        if (m.letsSunThrough != n.letsSunThrough ||
            (m.letsSunThrough && (m.base.albedo != n.base.albedo || m.base.index != n.base.index ||
                                  m.base.solid != n.base.solid || m.base.absorption != n.base.absorption)))
            return false;
        if (m.soft != n.soft) return false;
        if (cuts(m) != cuts(n) ||
            (cuts(m) && (m.texture != n.texture || m.byUv != n.byUv || !(m.mapping == n.mapping) ||
                         m.scale != n.scale || m.turn != n.turn || a.scale != b.scale || a.laidFrom != b.laidFrom)))
            return false;
    }
    return true;
}

} // namespace thallos
