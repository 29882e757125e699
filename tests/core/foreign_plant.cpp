#include "tests/core/foreign_plant.h"

#include <cmath>
#include <fstream>

#include "core/base/hash.h"
#include "core/finish/encode.h"

namespace thallos::test {

Picture leafPicture(LeafPicture kind, int size) {
    Picture p{size, size, {}};
    for (int y = 0; y < size; ++y)
        for (int x = 0; x < size; ++x) {
            const float u = (static_cast<float>(x) + 0.5f) / static_cast<float>(size) * 2 - 1,
                        v = (static_cast<float>(y) + 0.5f) / static_cast<float>(size) * 2 - 1;
            const bool leaf = kind == LeafPicture::Whole || u * u / 0.3f + v * v / 0.8f < 1;
            const auto green = static_cast<uint8_t>(110 + 30 * std::sin(9 * v));
            if (leaf)
                p.rgba.insert(p.rgba.end(), {60, green, 30, 255});
            else
                p.rgba.insert(p.rgba.end(), {0, 0, 0, static_cast<uint8_t>(kind == LeafPicture::Alpha ? 0 : 255)});
        }
    return p;
}

Model foreignTree(LeafPicture kind, int cards) {
    Model m;
    m.name = "Big tree";
    Surface bark{.name = "Trunk_bark", .baseColor = fromSrgb(0.4f, 0.3f, 0.2f), .roughness = 0.2f, .metalness = 1};
    Surface leaf{.name = "Mat_017", .baseColor = Rgb(1), .roughness = 0.05f, .transmission = 1};
    leaf.maps.color = std::make_shared<const Picture>(leafPicture(kind));
    m.materials = {bark, leaf};
    Mesh trunk;
    constexpr int kAround = 24, kRings = 16;
    for (int r = 0; r <= kRings; ++r)
        for (int i = 0; i < kAround; ++i) {
            const float z = 4.0f * static_cast<float>(r) / kRings, a = 2 * kPi * static_cast<float>(i) / kAround,
                        g = 0.18f - 0.03f * z;
            trunk.positions.emplace_back(1 + g * std::cos(a), g * std::sin(a), z);
            trunk.normals.emplace_back(std::cos(a), std::sin(a), 0);
        }
    for (int r = 0; r < kRings; ++r)
        for (int i = 0; i < kAround; ++i) {
            const int a = r * kAround + i, b = r * kAround + (i + 1) % kAround;
            trunk.triangles.push_back({a, b, b + kAround});
            trunk.triangles.push_back({a, b + kAround, a + kAround});
        }
    Mesh crown;
    Random random(5);
    const float half = 0.15f * std::sqrt(std::min(600 / static_cast<float>(cards), 1.0f));
    for (int i = 0; i < cards; ++i) {
        V3f at;
        do at = V3f(random.around(1), random.around(1), random.around(1));
        while (at.length() > 1);
        const V3f middle = V3f(1, 0, 4.2f) + V3f(at.x * 2, at.y * 2, at.z * 1.65f);
        const V3f n = V3f(random.around(1), random.around(1), random.around(1)).normalized();
        const V3f a = n.cross(std::abs(n.z) < 0.9f ? V3f(0, 0, 1) : V3f(0, 1, 0)).normalized() * half,
                  b = n.cross(a).normalized() * half;
        const int first = static_cast<int>(crown.positions.size());
        for (const V3f& p : {middle - a - b, middle + a - b, middle + a + b, middle - a + b}) {
            crown.positions.push_back(p);
            crown.normals.push_back(n);
        }
        crown.uvs.insert(crown.uvs.end(), {{0, 0}, {1, 0}, {1, 1}, {0, 1}});
        crown.triangles.push_back({first, first + 1, first + 2});
        crown.triangles.push_back({first, first + 2, first + 3});
    }
    m.parts = {partOf("trunk", 0, std::move(trunk)), partOf("crown", 1, std::move(crown))};
    return m;
}

std::filesystem::path writeForeignTree(const std::filesystem::path& folder, int cards) {
    namespace fs = std::filesystem;
    fs::create_directories(folder / "textures");
    const Model m = foreignTree(LeafPicture::BlackBehind, cards);
    const Picture leaf = leafPicture(LeafPicture::BlackBehind);
    Image8 shown(leaf.width, leaf.height);
    for (size_t i = 0; i < shown.pixels.size(); ++i)
        shown.pixels[i] = {leaf.rgba[4 * i], leaf.rgba[4 * i + 1], leaf.rgba[4 * i + 2]};
    writePicture(folder / "textures" / "leaf.png", shown);
    std::ofstream(folder / "tree.mtl") << "newmtl Trunk_bark\nKd 0.4 0.3 0.2\nNs 900\n\nnewmtl Mat_017\nKd 0 0 0\n"
                                          "map_Kd C:\\work\\maps\\leaf.png\n";
    std::ofstream out(folder / "tree.obj");
    out << "mtllib tree.mtl\n";
    size_t first = 1;
    for (const Part& p : m.parts) {
        out << "o " << p.name << "\nusemtl " << m.materials[static_cast<size_t>(p.material)].name << "\n";
        // The format is Y up.
        for (const V3f& v : p.mesh->positions) out << "v " << v.x << " " << v.z << " " << -v.y << "\n";
        for (size_t i = 0; i < p.mesh->positions.size(); ++i) {
            const V2f uv = p.mesh->uvs.empty() ? V2f(0) : p.mesh->uvs[i];
            out << "vt " << uv.x << " " << uv.y << "\n";
        }
        for (const V3i& t : p.mesh->triangles) {
            out << "f";
            for (int k = 0; k < 3; ++k) {
                const size_t v = first + static_cast<size_t>(t[k]);
                out << " " << v << "/" << v;
            }
            out << "\n";
        }
        first += p.mesh->positions.size();
    }
    return folder / "tree.obj";
}

} // namespace thallos::test
