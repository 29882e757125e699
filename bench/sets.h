// What benchmarks trace.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/base/assets.h"
#include "core/trace/render.h"
#include "core/trace/scene_builder.h"

namespace thallos {

struct Set {
    Project project;
    std::shared_ptr<const BuiltSite> site;
    std::shared_ptr<const Scene> scene;
    Shot shot;
    Environment light;
};

inline Set setOf(Project project, const std::shared_ptr<const PlantLibrary>& library, bool fast = false) {
    Set s;
    s.project = std::move(project);
    s.site = build(s.project, library);
    SceneBuilder builder(fast, shippedMaterials());
    s.scene = builder.update(s.site);
    s.shot = *bodyOf<Shot>(itemsOf<Shot>(s.project).front());
    s.light = environmentOf(s.project, s.shot);
    return s;
}

// A wood with grass under it, seen from a man's height in its middle.
inline Project wood(float side, float density, const std::vector<std::pair<std::string, float>>& mix) {
    Project p = newProject({side, side}, 1, "bench");
    Drift d;
    const float e = side / 2 - 2;
    d.areas = {{{-e, -e}, {e, -e}, {e, e}, {-e, e}}};
    for (const auto& [name, share] : mix) d.mix.push_back({name, share});
    d.density = density;
    d.spacing = 0.1f;
    return added(p, "Wood", d);
}

} // namespace thallos
