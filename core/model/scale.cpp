#include "core/model/scale.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "core/base/text.h"

namespace thallos {

namespace {

float median(std::vector<float> v) {
    if (v.empty()) return 0;
    const auto middle = v.begin() + static_cast<std::ptrdiff_t>(v.size() / 2);
    std::nth_element(v.begin(), middle, v.end());
    return *middle;
}

// By name, in the tongues that models often come in; what holds a leaf or hangs on it is not meant.
bool isNamedDoor(const std::string& name) {
    const std::string n = lowered(name);
    for (const char* other : {"handle", "knob", "hinge", "sill", "step", "mat", "outdoor", "doorbell", "lock"})
        if (n.find(other) != std::string::npos) return false;
    for (const char* word : {"door", "t\xc3\xbcr", "porte", "puerta", "porta", "deur"})
        if (n.find(word) != std::string::npos) return true;
    return false;
}

struct Level {
    double area = 0, moment = 0; // m2, and that times the height
    float height() const { return static_cast<float>(moment / area); }
};

// Level faces that look up, those within 2 cm together, upwards.
std::vector<Level> levels(const Model& model, float scale) {
    std::map<int, Level> out;
    for (const Part& p : model.parts)
        for (const V3i& t : p.mesh->triangles) {
            const V3f n = faceNormal(*p.mesh, t);
            const float l = n.length();
            if (n.z < 0.99f * l || l <= 0) continue;
            const double height = static_cast<double>(p.mesh->positions[static_cast<size_t>(t.x)].z * scale),
                         area = 0.5 * static_cast<double>(l) * static_cast<double>(scale) * static_cast<double>(scale);
            Level& level = out[static_cast<int>(std::lround(height / 0.02))];
            level.area += area;
            level.moment += area * height;
        }
    std::vector<Level> sorted;
    for (const auto& [bin, level] : out) sorted.push_back(level);
    return sorted;
}

} // namespace

ScaleReading readScale(const Model& model, float scale) {
    ScaleReading out;
    std::vector<float> doors;
    for (const Part& p : model.parts) {
        if (!isNamedDoor(p.name)) continue;
        const Box3f box = bounds(*p.mesh);
        if (box.isEmpty()) continue;
        const V3f size = box.size() * scale;
        // Upright and flat, whatever its size.
        const float wide = std::max(size.x, size.y);
        if (size.z > 1.2f * wide && size.z < 4.5f * wide) doors.push_back(size.z);
    }
    out.door = median(doors);

    const std::vector<Level> faces = levels(model, scale);
    double largest = 0;
    for (const Level& level : faces) largest = std::max(largest, level.area);
    // Floors are nearly as large as the largest level face, and steps a few square metres at most.
    std::vector<float> floors, treads;
    for (const Level& level : faces) {
        const float height = level.height();
        if (level.area > 0.3 * largest && level.area > 4) {
            // A slab's finish is no floor of its own.
            if (floors.empty() || height - floors.back() > 0.6f)
                floors.push_back(height);
            else
                floors.back() = height;
        }
        if (level.area > 0.12 && level.area < 6) treads.push_back(height);
    }
    std::vector<float> storeys, rises;
    for (size_t i = 1; i < floors.size(); ++i) storeys.push_back(floors[i] - floors[i - 1]);
    out.storey = median(storeys);
    // Three rises in a row that are alike within 1.5 cm.
    for (size_t i = 2; i + 1 < treads.size(); ++i) {
        const float a = treads[i - 1] - treads[i - 2], b = treads[i] - treads[i - 1], c = treads[i + 1] - treads[i];
        if (std::max({a, b, c}) - std::min({a, b, c}) < 0.015f && a > 0.05f && a < 0.5f) rises.push_back(b);
    }
    out.step = median(rises);
    return out;
}

} // namespace thallos
