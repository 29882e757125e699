#include "core/model/model.h"

#include <algorithm>
#include <cmath>
#include <unordered_map>
#include <unordered_set>

#include "core/base/error.h"

namespace thallos {

Part partOf(std::string name, int material, Mesh mesh, int group) {
    return {std::move(name), material, std::make_shared<const Mesh>(std::move(mesh)), group};
}

void changeMesh(Part& part, const std::function<void(Mesh&)>& change) {
    Mesh mesh = *part.mesh;
    change(mesh);
    part.mesh = std::make_shared<const Mesh>(std::move(mesh));
}

Box3f bounds(const Model& model) {
    Box3f b;
    // What no triangle uses is not there: one stray corner would move the whole model.
    for (const Part& part : model.parts)
        for (const V3i& t : part.mesh->triangles)
            for (const int corner : {t.x, t.y, t.z}) b.extendBy(part.mesh->positions[static_cast<size_t>(corner)]);
    return b;
}

int64_t triangleCount(const Model& model) {
    int64_t n = 0;
    for (const Part& part : model.parts) n += static_cast<int64_t>(part.mesh->triangles.size());
    return n;
}

std::vector<std::string> partKeys(const Model& model) {
    std::vector<std::string> paths(model.groups.size()), keys;
    for (size_t i = 0; i < model.groups.size(); ++i) {
        const PartGroup& g = model.groups[i];
        paths[i] = (g.parent >= 0 ? paths[static_cast<size_t>(g.parent)] : std::string()) + g.name + "/";
    }
    std::unordered_map<std::string, int> known;
    for (const Part& p : model.parts) {
        std::string key = (p.group >= 0 ? paths[static_cast<size_t>(p.group)] : std::string()) + p.name;
        if (const int n = ++known[key]; n > 1) key += "#" + std::to_string(n);
        keys.push_back(std::move(key));
    }
    return keys;
}

namespace {

void dropEmpty(Model& model) {
    std::erase_if(model.parts, [](const Part& p) { return !p.mesh || p.mesh->empty(); });
    std::vector<char> used(model.groups.size(), 0);
    for (Part& p : model.parts) {
        if (p.group >= static_cast<int>(model.groups.size())) p.group = -1;
        for (int g = p.group; g >= 0 && !used[static_cast<size_t>(g)]; g = model.groups[static_cast<size_t>(g)].parent)
            used[static_cast<size_t>(g)] = 1;
    }
    std::vector<int> now(model.groups.size(), -1);
    std::vector<PartGroup> kept;
    for (size_t i = 0; i < used.size(); ++i) {
        if (!used[i]) continue;
        now[i] = static_cast<int>(kept.size());
        kept.push_back(std::move(model.groups[i]));
        if (int& parent = kept.back().parent; parent >= 0) parent = now[static_cast<size_t>(parent)];
    }
    model.groups = std::move(kept);
    for (Part& p : model.parts)
        if (p.group >= 0) p.group = now[static_cast<size_t>(p.group)];
}

void outline(Model& model) {
    std::vector<const Mesh*> meshes;
    for (const Part& part : model.parts) meshes.push_back(part.mesh.get());
    model.outlines = footprint(meshes, 0.6f);
}

} // namespace

void plainTree(Model& model) {
    dropEmpty(model);
    const size_t n = model.groups.size();
    std::vector<int> held(n + 1, 0), lastGroup(n + 1, -1); // of the model itself, then of each group
    for (const Part& p : model.parts) ++held[static_cast<size_t>(p.group + 1)];
    for (size_t i = 0; i < n; ++i) {
        ++held[static_cast<size_t>(model.groups[i].parent + 1)];
        lastGroup[static_cast<size_t>(model.groups[i].parent + 1)] = static_cast<int>(i);
    }
    std::vector<char> dissolved(n, 0);
    for (int top = -1; held[static_cast<size_t>(top + 1)] == 1;) {
        top = lastGroup[static_cast<size_t>(top + 1)];
        if (top < 0) break;
        dissolved[static_cast<size_t>(top)] = 1;
    }
    for (size_t i = 0; i < n; ++i)
        if (held[i + 1] == 1) dissolved[i] = 1;
    // Where what a group held belongs now; parents stand before their children.
    std::vector<int> now(n, -1);
    std::vector<PartGroup> kept;
    const auto placeOf = [&](int group) { return group < 0 ? -1 : now[static_cast<size_t>(group)]; };
    for (size_t i = 0; i < n; ++i) {
        const int parent = placeOf(model.groups[i].parent);
        now[i] = dissolved[i] ? parent : static_cast<int>(kept.size());
        if (!dissolved[i]) kept.push_back({model.groups[i].name, parent});
    }
    for (Part& p : model.parts) {
        if (p.group >= 0 && dissolved[static_cast<size_t>(p.group)] && (p.name.empty() || p.name == "part"))
            p.name = model.groups[static_cast<size_t>(p.group)].name;
        p.group = placeOf(p.group);
    }
    model.groups = std::move(kept);
}

void plainMaterials(Model& model) {
    std::vector<char> used(model.materials.size(), 0);
    for (Part& p : model.parts) {
        if (p.material < 0 || p.material >= static_cast<int>(used.size())) p.material = 0;
        if (!used.empty()) used[static_cast<size_t>(p.material)] = 1;
    }
    std::vector<Surface> kept;
    std::vector<int> now(used.size(), 0);
    std::unordered_map<std::string, std::vector<int>> named; // of those kept, by the names they came with
    std::unordered_set<std::string> taken;
    for (size_t i = 0; i < used.size(); ++i) {
        if (!used[i]) continue;
        Surface& s = model.materials[i];
        std::vector<int>& same = named[s.name];
        const std::string original = s.name;
        const auto equal = std::find_if(same.begin(), same.end(), [&](int k) {
            s.name = kept[static_cast<size_t>(k)].name;
            return kept[static_cast<size_t>(k)] == s;
        });
        if (equal != same.end()) {
            now[i] = *equal;
            continue;
        }
        s.name = original;
        for (int n = 2; !taken.insert(s.name).second; ++n) s.name = original + " " + std::to_string(n);
        now[i] = static_cast<int>(kept.size());
        same.push_back(now[i]);
        kept.push_back(std::move(s));
    }
    model.materials = std::move(kept);
    for (Part& p : model.parts)
        if (!now.empty()) p.material = now[static_cast<size_t>(p.material)];
}

std::vector<int> partsIn(const Model& model, const std::string& name) {
    std::vector<char> in(model.groups.size(), 0); // the group, or one above it, has this name
    for (size_t i = 0; i < in.size(); ++i) {
        const PartGroup& g = model.groups[i];
        in[i] = g.name == name || (g.parent >= 0 && in[static_cast<size_t>(g.parent)]);
    }
    std::vector<int> out;
    for (size_t i = 0; i < model.parts.size(); ++i)
        if (const int g = model.parts[i].group; g >= 0 && in[static_cast<size_t>(g)])
            out.push_back(static_cast<int>(i));
    return out;
}

void dropGroups(Model& model, const std::string& name) {
    for (const int i : partsIn(model, name)) model.parts[static_cast<size_t>(i)].mesh = nullptr;
    dropEmpty(model);
}

bool hasGroup(const Model& model, const std::string& name) {
    return std::any_of(model.groups.begin(), model.groups.end(), [&](const PartGroup& g) { return g.name == name; });
}

void settle(Model& model) {
    dropEmpty(model);
    outline(model);
}

Tidied tidy(Model& model) {
    Tidied out;
    Box3f b;
    std::vector<Mesh> meshes;
    for (Part& part : model.parts) {
        meshes.push_back(part.mesh ? *part.mesh : Mesh());
        Mesh& mesh = meshes.back();
        out.removed += removeBroken(mesh);
        if (mesh.normals.size() != mesh.positions.size()) mesh.normals.clear();
        if (mesh.uvs.size() != mesh.positions.size()) mesh.uvs.clear();
        for (const V3i& t : mesh.triangles)
            for (const int corner : {t.x, t.y, t.z}) b.extendBy(mesh.positions[static_cast<size_t>(corner)]);
    }
    if (b.isEmpty()) throw Error(Error::Kind::Unreadable, Text("%w contains no triangles"), model.name);
    if (model.materials.empty()) model.materials.push_back({.name = "plain"});
    out.shift = V3f(-(b.min.x + b.max.x) / 2, -(b.min.y + b.max.y) / 2, -b.min.z);
    for (size_t i = 0; i < meshes.size(); ++i) {
        Part& part = model.parts[i];
        if (part.material < 0 || part.material >= static_cast<int>(model.materials.size())) part.material = 0;
        for (V3f& p : meshes[i].positions) p += out.shift;
        part.mesh = std::make_shared<const Mesh>(std::move(meshes[i]));
    }
    settle(model);
    return out;
}

} // namespace thallos
