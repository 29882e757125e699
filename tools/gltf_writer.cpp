#include "tools/gltf_writer.h"

#include <fstream>

#include <nlohmann/json.hpp>

namespace thallos {

using nlohmann::json;

void writeGlb(const Model& model, const std::filesystem::path& file) {
    std::string data;
    json j;
    j["asset"] = {{"version", "2.0"}, {"generator", "Thallos tools"}};
    j["scene"] = 0;
    j["scenes"] = {{{"nodes", json::array()}}};

    auto view = [&](const void* bytes, size_t size, int target) {
        while (data.size() % 4) data += '\0';
        j["bufferViews"].push_back(
            {{"buffer", 0}, {"byteOffset", data.size()}, {"byteLength", size}, {"target", target}});
        data.append(static_cast<const char*>(bytes), size);
        return j["bufferViews"].size() - 1;
    };
    auto accessor = [&](size_t bufferView, int type, size_t count, const char* shape) -> json& {
        j["accessors"].push_back(
            {{"bufferView", bufferView}, {"componentType", type}, {"count", count}, {"type", shape}});
        return j["accessors"].back();
    };
    auto yUp = [](const V3f& v) { return V3f(v.x, v.z, -v.y); };

    for (const Surface& s : model.materials) {
        const V3f c = toLinear709(s.baseColor);
        json m = {{"name", s.name},
                  {"pbrMetallicRoughness",
                   {{"baseColorFactor", {c.x, c.y, c.z, 1.0}},
                    {"metallicFactor", s.metalness},
                    {"roughnessFactor", s.roughness}}}};
        if (s.transmission > 0) {
            m["extensions"]["KHR_materials_transmission"] = {{"transmissionFactor", s.transmission}};
            j["extensionsUsed"] = {"KHR_materials_transmission"};
        }
        j["materials"].push_back(std::move(m));
    }
    // Groups first: a node each, its children filled in as they come.
    for (const PartGroup& g : model.groups) {
        const size_t number = j["nodes"].is_null() ? 0 : j["nodes"].size();
        j["nodes"].push_back({{"name", g.name}});
        (g.parent < 0 ? j["scenes"][0]["nodes"] : j["nodes"][static_cast<size_t>(g.parent)]["children"])
            .push_back(number);
    }
    for (const Part& part : model.parts) {
        std::vector<V3f> positions, normals;
        Box3f box;
        for (const V3f& p : part.mesh->positions) {
            positions.push_back(yUp(p));
            box.extendBy(positions.back());
        }
        for (const V3f& n : part.mesh->normals) normals.push_back(yUp(n));
        json attributes;
        json& p =
            accessor(view(positions.data(), positions.size() * sizeof(V3f), 34962), 5126, positions.size(), "VEC3");
        p["min"] = {box.min.x, box.min.y, box.min.z};
        p["max"] = {box.max.x, box.max.y, box.max.z};
        attributes["POSITION"] = j["accessors"].size() - 1;
        if (!normals.empty()) {
            accessor(view(normals.data(), normals.size() * sizeof(V3f), 34962), 5126, normals.size(), "VEC3");
            attributes["NORMAL"] = j["accessors"].size() - 1;
        }
        accessor(view(part.mesh->triangles.data(), part.mesh->triangles.size() * sizeof(V3i), 34963), 5125,
                 part.mesh->triangles.size() * 3, "SCALAR");
        const size_t indices = j["accessors"].size() - 1;
        const size_t number = j["nodes"].is_null() ? 0 : j["nodes"].size(),
                     mesh = j["meshes"].is_null() ? 0 : j["meshes"].size();
        j["meshes"].push_back(
            {{"name", part.name},
             {"primitives", {{{"attributes", attributes}, {"indices", indices}, {"material", part.material}}}}});
        j["nodes"].push_back({{"name", part.name}, {"mesh", mesh}});
        (part.group < 0 ? j["scenes"][0]["nodes"] : j["nodes"][static_cast<size_t>(part.group)]["children"])
            .push_back(number);
    }
    while (data.size() % 4) data += '\0';
    j["buffers"] = {{{"byteLength", data.size()}}};
    std::string text = j.dump();
    while (text.size() % 4) text += ' ';

    std::ofstream out(file, std::ios::binary);
    auto word = [&](uint32_t v) { out.write(reinterpret_cast<const char*>(&v), 4); };
    word(0x46546c67);
    word(2);
    word(static_cast<uint32_t>(12 + 8 + text.size() + 8 + data.size()));
    word(static_cast<uint32_t>(text.size()));
    word(0x4e4f534a);
    out << text;
    word(static_cast<uint32_t>(data.size()));
    word(0x004e4942);
    out << data;
}

} // namespace thallos
