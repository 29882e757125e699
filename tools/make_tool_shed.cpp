// Makes the guide's practice file: a tool shed as another program might hand it over, in millimetres, Z up, with
// faults. Usage: make_tool_shed FOLDER
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <map>

#include "core/model/model.h"

using namespace thallos;

namespace {

Mesh flipped(Mesh m) {
    for (V3i& t : m.triangles) std::swap(t.y, t.z);
    return m;
}

// A wall of 0.1 m along x with a hole for a door or a window.
Mesh wallWithHole(float x0, float x1, float y, float high, float h0, float h1, float low, float top) {
    Mesh all;
    append(all, box({x0, y, 0}, {h0, y + 0.1f, high}));
    append(all, box({h1, y, 0}, {x1, y + 0.1f, high}));
    append(all, box({h0, y, top}, {h1, y + 0.1f, high}));
    if (low > 0) append(all, box({h0, y, 0}, {h1, y + 0.1f, low}));
    return all;
}

Model shed() {
    Model m;
    m.materials = {{.name = "boards"}, {.name = "felt"},     {.name = "door paint"},
                   {.name = "pane"},   {.name = "concrete"}, {.name = "default"}};
    const auto add = [&](const char* name, int material, Mesh mesh) {
        m.parts.push_back(partOf(name, material, std::move(mesh)));
    };
    add("Slab", 4, box({-1.6f, -1.3f, -0.12f}, {1.6f, 1.3f, 0}));
    add("Wall front", 0, wallWithHole(-1.5f, 1.5f, -1.2f, 2.1f, -0.9f, 0, 0, 1.98f));
    add("Wall back", 0, wallWithHole(-1.5f, 1.5f, 1.1f, 2.1f, 0.2f, 1.0f, 1.0f, 1.7f));
    add("Wall left", 0, box({-1.5f, -1.1f, 0}, {-1.4f, 1.1f, 2.1f}));
    add("Wall right", 0, flipped(box({1.4f, -1.1f, 0}, {1.5f, 1.1f, 2.1f}))); // inside out
    add("Door", 2, box({-0.89f, -1.19f, 0.01f}, {-0.01f, -1.14f, 1.97f}));
    add("Window", 3, box({0.22f, 1.14f, 1.02f}, {0.98f, 1.146f, 1.68f}));
    // A sheet without thickness, and its other half with faces that are there twice.
    Mesh left, right;
    left.positions = {{-1.7f, -1.4f, 2.08f}, {0, -1.4f, 2.75f}, {0, 1.4f, 2.75f}, {-1.7f, 1.4f, 2.08f}};
    left.triangles = {{0, 1, 2}, {0, 2, 3}};
    right = box({0, -1.4f, 0}, {1.7f, 1.4f, 0.04f});
    for (V3f& p : right.positions) p.z += 2.75f - 0.394f * p.x;
    const auto once = right.triangles;
    right.triangles.insert(right.triangles.end(), once.begin(), once.begin() + 4);
    add("Roof left", 1, left);
    add("Roof right", 1, right);
    // A panel in the very plane of the front wall.
    add("House number", 2, box({0.4f, -1.2f, 1.2f}, {0.8f, -1.15f, 1.4f}));
    // What the modeller forgot to take out: somebody for scale, and a pair of shoes beside him.
    add("Figure", 5, box({2.6f, -0.15f, 0.1f}, {3.1f, 0.15f, 1.8f}));
    add("Shoes", 5, box({2.62f, -0.4f, 0}, {2.9f, -0.25f, 0.09f}));
    return m;
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 2) {
        std::fprintf(stderr, "usage: make_tool_shed FOLDER\n");
        return 2;
    }
    const std::filesystem::path folder = argv[1];
    const Model m = shed();
    std::ofstream out(folder / "tool-shed.obj"), materials(folder / "tool-shed.mtl");
    const std::map<std::string, const char*> colours = {{"boards", "0.62 0.47 0.33"},     {"felt", "0.22 0.23 0.24"},
                                                        {"door paint", "0.24 0.36 0.30"}, {"pane", "0.9 0.95 0.95"},
                                                        {"concrete", "0.62 0.61 0.58"},   {"default", "0.8 0.8 0.8"}};
    for (const Surface& s : m.materials) {
        materials << "newmtl " << s.name << "\nKd " << colours.at(s.name) << "\n";
        if (s.name == "pane") materials << "d 0.2\n";
        if (s.name == "boards") materials << "map_Kd shed-boards.png\n"; // which is lost
        materials << "\n";
    }
    out << "# A tool shed in millimetres, Z up, with faults to practise on.\nmtllib tool-shed.mtl\n";
    int first = 1;
    for (const Part& p : m.parts) {
        out << "o " << p.name << "\nusemtl " << m.materials[static_cast<size_t>(p.material)].name << "\n";
        for (const V3f& v : p.mesh->positions)
            out << "v " << static_cast<double>(v.x) * 1000 << " " << static_cast<double>(v.y) * 1000 << " "
                << static_cast<double>(v.z) * 1000 << "\n";
        for (const V3i& t : p.mesh->triangles)
            out << "f " << first + t.x << " " << first + t.y << " " << first + t.z << "\n";
        first += static_cast<int>(p.mesh->positions.size());
    }
}
