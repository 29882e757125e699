#include "tests/torture/states.h"

#include "core/base/hash.h"
#include "core/project/land.h"

namespace thallos::test {

namespace {

std::shared_ptr<const Model> bulky(uint64_t seed) {
    auto m = std::make_shared<Model>();
    m->name = "Bulky";
    m->materials = {{.name = "wood"}};
    Mesh mesh;
    Random random(seed);
    for (int k = 0; k < 9000; ++k) {
        mesh.positions.emplace_back(random.unit(), random.unit(), random.unit());
        if (k > 2) mesh.triangles.push_back({k - 2, k - 1, k});
    }
    m->parts = {partOf("body", 0, std::move(mesh))};
    return m;
}

} // namespace

Project stateOf(bool later) {
    Project p = newProject({60, 60}, 0.5f, later ? "Later" : "Earlier");
    const auto add = [&](const char* name, uint64_t seed) {
        Building b;
        b.model = bulky(seed);
        b.surfaces = b.model->materials;
        p = added(p, name, b);
    };
    add("Stays", 1);
    add(later ? "New" : "Old", later ? 2 : 3);
    for (int i = 0; i < (later ? 3 : 1); ++i)
        p = dabbed(p, {p.ground->grid, {}}, {BrushKind::Raise, 9, 0.7f, 0.5f}, {5.0f * static_cast<float>(i), 2});
    return p;
}

Image8 pictureOf(bool later) {
    Image8 out(200, 120);
    for (int y = 0; y < out.height; ++y)
        for (int x = 0; x < out.width; ++x)
            out.at(x, y) = {static_cast<uint8_t>(x), static_cast<uint8_t>(later ? y : 255 - y),
                            static_cast<uint8_t>(mix(x, y))};
    return out;
}

} // namespace thallos::test
