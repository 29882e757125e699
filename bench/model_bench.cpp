// Figures of buildings as one JSON object: reading and checking a million triangles, how a building stands, snags of
// the demo. usage: thallos-bench-model DEMO.thallos
#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <fstream>

#include <nlohmann/json.hpp>
#include <sys/resource.h>
#include <unistd.h>

#include "core/base/assets.h"
#include "core/exchange/foreign.h"
#include "core/ground/contact.h"
#include "core/material/library.h"
#include "core/planting/species.h"
#include "core/project/move.h"
#include "core/project/store.h"
#include "core/snags/snags.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"
#include "tools/gltf_writer.h"

using namespace thallos;
namespace fs = std::filesystem;

namespace {

// Median of five, in milliseconds.
template <class Work> double median(const Work& work) {
    std::vector<double> all;
    for (int i = 0; i < 5; ++i) {
        const auto start = std::chrono::steady_clock::now();
        work();
        all.push_back(std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count());
    }
    std::sort(all.begin(), all.end());
    return all[2];
}

// Closed balls in a row, a million triangles together, each a part.
Model balls(int parts, int bands) {
    Model m;
    m.name = "Balls";
    m.materials = {Surface{.name = "render"}};
    const int around = 2 * bands;
    for (int p = 0; p < parts; ++p) {
        Mesh mesh;
        for (int i = 0; i <= bands; ++i)
            for (int k = 0; k < around; ++k) {
                const float a = kPi * static_cast<float>(i) / static_cast<float>(bands),
                            b = 2 * kPi * static_cast<float>(k) / static_cast<float>(around);
                mesh.positions.push_back(V3f(std::sin(a) * std::cos(b), std::sin(a) * std::sin(b), 1 + std::cos(a)) +
                                         V3f(2.05f * static_cast<float>(p), 0, 0));
            }
        for (int i = 0; i < bands; ++i)
            for (int k = 0; k < around; ++k) {
                const int a = i * around + k, b = i * around + (k + 1) % around;
                if (i > 0) mesh.triangles.push_back({a, a + around, b});
                if (i + 1 < bands) mesh.triangles.push_back({b, a + around, b + around});
            }
        mesh.normals = smoothNormals(mesh);
        m.parts.push_back(partOf("Ball " + std::to_string(p), 0, std::move(mesh)));
    }
    tidy(m);
    return m;
}

// As OBJ, in metres, Y up.
void writeObj(const Model& m, const fs::path& file) {
    std::ofstream out(file);
    size_t first = 1;
    for (const Part& p : m.parts) {
        out << "o " << p.name << "\n";
        for (const V3f& v : p.mesh->positions) out << "v " << v.x << " " << v.z << " " << -v.y << "\n";
        for (const V3i& t : p.mesh->triangles)
            out << "f " << first + static_cast<size_t>(t.x) << " " << first + static_cast<size_t>(t.y) << " "
                << first + static_cast<size_t>(t.z) << "\n";
        first += p.mesh->positions.size();
    }
}

// From an event of a drag of the first building with its pads to the coarse picture, as it is shown while it moves.
nlohmann::json dragged(const Project& project, const std::shared_ptr<const PlantLibrary>& library) {
    const Id house = itemsOf<Building>(project).front()->id;
    const auto& shot = std::get<Shot>(itemsOf<Shot>(project).front()->body);
    const Environment light = environmentOf(project, shot);
    SceneBuilder builder(true, shippedMaterials());
    auto site = build(project, library);
    auto scene = builder.update(site);
    const int64_t before = site->plantCount();
    Image coarse(320, 180);
    quickPicture(coarse, *scene, light, shot.camera, nullptr, true);
    float by = 0;
    nlohmann::json out;
    out["plants"] = before;
    out["event_to_picture_ms"] = median([&] {
        const Project now = moved(project, {house}, {.by = {by += 0.3f, 0, 0}}, &site->land.natural);
        site = build(now, library, site, BuildMode::Moving);
        scene = builder.update(site);
        quickPicture(coarse, *scene, light, shot.camera, nullptr, true);
    });
    return out;
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "usage: thallos-bench-model DEMO.thallos\n");
        return 2;
    }
    nlohmann::json out;
    const Model million = balls(10, 159);
    out["model"]["triangles"] = triangleCount(million);
    out["model"]["health_ms"] = median([&] { (void)healthOf(million); });
    const fs::path folder = fs::temp_directory_path() / ("thallos-bench-model-" + std::to_string(::getpid()));
    fs::create_directories(folder);
    writeGlb(million, folder / "million.glb");
    writeObj(million, folder / "million.obj");
    for (const char* name : {"million.glb", "million.obj"})
        out["model"][fs::path(name).extension().string().substr(1) + "_to_report_ms"] =
            median([&] { (void)healthOf(importModel(folder / name)); });
    {
        const Model ten = balls(10, 502);
        out["ten_million"]["triangles"] = triangleCount(ten);
        writeGlb(ten, folder / "ten.glb");
    }
    const auto begun = std::chrono::steady_clock::now();
    {
        const Model ten = importModel(folder / "ten.glb");
        (void)healthOf(ten);
    }
    out["ten_million"]["glb_to_report_s"] =
        std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
    rusage self{}, children{};
    ::getrusage(RUSAGE_SELF, &self);
    ::getrusage(RUSAGE_CHILDREN, &children);
    out["ten_million"]["peak_mib"] = static_cast<double>(std::max(self.ru_maxrss, children.ru_maxrss)) / 1024;
    fs::remove_all(folder);

    const auto library = PlantLibrary::load(assetFolder() / "species");
    const auto site = build(openProject(argv[1]), library);
    // An outline of 40 m at 5 cm.
    const Polygon outline{{-6, -4}, {6, -4}, {6, 4}, {-6, 4}};
    out["contact_ms"] = median([&] { (void)contactOf({outline}, 1.7f, site->land.field); });
    KnownModels known;
    const auto start = std::chrono::steady_clock::now();
    out["demo_snags"] = snagsOf(*site, known).size();
    out["snags_ms"] = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count();
    out["move_with_pads"] = dragged(openProject(argv[1]), library);
    std::printf("%s\n", out.dump(1).c_str());
    return 0;
}
