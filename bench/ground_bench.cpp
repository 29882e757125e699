// Figures of the ground as one JSON object: a dab with forty steps standing on a site of 1025 and of 4097 samples a
// side, the drag of a path and of a wall, slumping, where the rain runs, and the memory that the ground takes.
#include <cstdio>

#include <nlohmann/json.hpp>

#include "bench/measure.h"
#include "core/base/assets.h"
#include "core/base/hash.h"
#include "core/ground/flow.h"
#include "core/ground/slump.h"
#include "core/material/library.h"
#include "core/project/built_site.h"
#include "core/project/kinds/site_line.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

using namespace thallos;

namespace {

// Forty steps about the middle of a site with relief.
Project withSteps(int cells) {
    const float side = static_cast<float>(cells) * 0.25f;
    Project p = newProject({side, side}, 0.25f, "bench");
    p = withTerrain(p, [](Terrain& t) { t.relief = {5, 6, 60, 0.4f, {0.01f, 0.03f}}; });
    Random random(4);
    const auto place = [&] { return V2f(random.between(-60, 60), random.between(-60, 60)); };
    for (int i = 0; i < 20; ++i) {
        Bank b;
        b.points = {place(), place()};
        b.radius = 4 + 6 * random.unit();
        b.height = random.between(-1, 1.5f);
        p = added(p, "Bank", b);
    }
    for (int i = 0; i < 10; ++i) {
        Path q;
        const V2f from = place();
        q.points = {from, from + V2f(20, 8), from + V2f(35, -6)};
        p = added(p, "Path", q);
    }
    for (int i = 0; i < 5; ++i) {
        Terrace t;
        const V2f at = place();
        t.points = {at, at + V2f(12, 0), at + V2f(12, 9), at + V2f(0, 9)};
        t.walls = i % 2 == 0;
        p = added(p, "Terrace", t);
    }
    for (int i = 0; i < 5; ++i) {
        SiteLine l = usual(SiteLineSort::RetainingWall);
        const V2f at = place();
        l.points = {at, at + V2f(9, 3), at + V2f(16, 0)};
        p = added(p, "Wall", l);
    }
    // And a cover by a rule all over it, so that the memory is that of ground with covers.
    Cover moss;
    moss.surface = shippedMaterials()->surface("Cushion moss");
    moss.rule = CoverRule();
    moss.rule->slope = {0, 0.4f};
    moss.rule->amount = 0.5f;
    moss.bare = false;
    return added(p, "Moss", moss);
}

struct Bench {
    std::shared_ptr<const PlantLibrary> library = PlantLibrary::load(assetFolder() / "species");
    Image coarse{320, 180};
    Shot look;
    Environment light;

    double toPicture(Project& p, std::shared_ptr<const BuiltSite>& site, SceneBuilder& builder,
                     const std::function<Project(const Project&)>& change) {
        return medianMilliseconds(9, [&] {
            p = change(p);
            site = build(p, library, site, BuildMode::Moving);
            const auto scene = builder.update(site);
            quickPicture(coarse, *scene, light, look.camera, nullptr, true);
        });
    }
};

nlohmann::json ofSite(Bench& bench, int cells) {
    nlohmann::json out;
    const double before = residentMib();
    Project p = withSteps(cells);
    std::shared_ptr<const BuiltSite> site;
    out["build_ms"] = milliseconds([&] { site = build(p, bench.library); });
    SceneBuilder builder(false, shippedMaterials());
    out["scene_ms"] = milliseconds([&] { builder.update(site); });
    out["resident_mib"] = residentMib() - before;
    bench.look.camera.position = {0, -70, site->land.field.at({0, -70}) + 12};
    bench.look.camera.pitch = -0.15f;
    bench.light = environmentOf(p, bench.look);
    int n = 0;
    out["dab_to_picture_ms"] = bench.toPicture(p, site, builder, [&](const Project& now) {
        const auto off = static_cast<float>(++n);
        return dabbed(now, site->land.field, {BrushKind::Raise, 20, 0.05f, 0.6f}, {off, -off});
    });
    const auto dragged = [&](const char* name, auto change) {
        return bench.toPicture(p, site, builder, [&, change](const Project& now) {
            Item item = *find(now, name);
            change(item);
            return replaced(now, item);
        });
    };
    out["path_drag_ms"] = dragged("Path", [](Item& i) { std::get<Path>(i.body).points[1] += V2f(0.3f, 0.2f); });
    out["wall_drag_ms"] = dragged("Wall", [](Item& i) { std::get<SiteLine>(i.body).points[1] += V2f(0.3f, 0.2f); });
    out["wetness_ms"] = milliseconds([&] { flowOf(site->land.field); });
    out["wetness_512_ms"] = milliseconds([&] { flowOf(site->land.field, 512); });
    out["earthwork_ms"] = milliseconds([&] { earthworkOf(site->land); });
    return out;
}

} // namespace

int main() {
    Bench bench;
    nlohmann::json out;
    out["1025"] = ofSite(bench, 1024);
    out["4097"] = ofSite(bench, 4096);
    out["dab_ratio_4097_to_1025"] =
        out["4097"]["dab_to_picture_ms"].get<double>() / out["1025"]["dab_to_picture_ms"].get<double>();
    std::vector<float> z(256 * 256);
    Random random(1);
    for (float& v : z) v = 4 * random.unit();
    out["slump_10_passes_256_ms"] = medianMilliseconds(5, [&] {
        std::vector<float> loose = z;
        slump(loose, {256, 256}, 0.25f, {0.7f, 10});
    });
    std::printf("%s\n", out.dump(1).c_str());
    return 0;
}
