#include "tests/core/traced_site.h"

#include <cmath>

#include "core/trace/scene_builder.h"

namespace thallos::test {

Mesh sphere(float radius, const V3f& at) {
    Mesh m;
    const int rings = 48, around = 96;
    for (int r = 0; r <= rings; ++r)
        for (int i = 0; i < around; ++i) {
            const float t = kPi * static_cast<float>(r) / rings, a = 2 * kPi * static_cast<float>(i) / around;
            const V3f n(std::sin(t) * std::cos(a), std::sin(t) * std::sin(a), std::cos(t));
            m.positions.push_back(at + n * radius);
            m.normals.push_back(n);
        }
    for (int r = 0; r < rings; ++r)
        for (int i = 0; i < around; ++i) {
            const int a = r * around + i, b = r * around + (i + 1) % around;
            m.triangles.push_back({a, a + around, b + around});
            m.triangles.push_back({a, b + around, b});
        }
    return m;
}

Building buildingOf(Mesh mesh, const Surface& surface, const V3f& position) {
    auto m = std::make_shared<Model>();
    m->name = "thing";
    m->materials = {surface};
    m->parts = {partOf("part", 0, std::move(mesh))};
    m->outlines = {};
    Building b;
    b.model = m;
    b.surfaces = m->materials;
    b.position = position;
    return b;
}

Surface matt(float albedo) {
    return {.name = "matt", .baseColor = Rgb(albedo), .roughness = 1, .specular = 0};
}

std::shared_ptr<const Scene> sceneOf(const Project& p) {
    SceneBuilder builder;
    return builder.update(build(p, library()));
}

// The same without the land around, which would hide the lower sky.
std::shared_ptr<const Scene> bareSceneOf(const Project& p) {
    auto site = std::make_shared<BuiltSite>(*build(p, library()));
    site->far = nullptr;
    SceneBuilder builder;
    return builder.update(site);
}

// A thing far above the ground, so that the ground hardly counts.
Project aloft(const Building& b) {
    return added(newProject({20, 20}, 1, "x"), "Thing", b);
}

Rgb meanRadiance(const Scene& scene, const Environment& e, const V3f& from, const V3f& at, int samples, int bounces) {
    Rgb sum(0);
    for (int i = 0; i < samples; ++i) {
        Sampler sampler(3, 5, static_cast<uint32_t>(i), 1);
        sampler.pair();
        PathSettings settings;
        settings.bounces = {bounces, bounces, bounces, 64};
        sum += tracePath(scene, e, from, (at - from).normalized(), sampler, settings).radiance;
    }
    return sum / static_cast<float>(samples);
}

Project smallSite() {
    Project p = newProject({80, 80}, 0.5f, "small");
    p = withTerrain(p, [](Terrain& t) { t.relief = {4, 3, 40, 0.4f, {0, 0}}; });
    Drift d;
    d.areas = {{{-20, -20}, {20, -20}, {20, 20}, {-20, 20}}};
    d.mix = {{"Fescue", 1}};
    d.density = 2;
    p = added(p, "Meadow", d);
    p = added(p, "Trees", Specimens{{{"Apple", {3, 2}, 0.4f, 1, 0}, {"Spruce", {-6, 9}, 1, 1, 1}}});
    p = added(p, "Shed", buildingOf(box({-2, -1, 0}, {2, 1, 2.5f}), matt(0.6f), {8, -4, 1}));
    p = added(p, "Pond", Water{{-12, -12}, 0});
    return p;
}

} // namespace thallos::test
