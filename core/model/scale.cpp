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

// Level faces that look up, their area by height in steps of 2 cm.
std::map<int, double> levels(const Model& model, float scale) {
    std::map<int, double> out;
    for (const Part& p : model.parts)
        for (const V3i& t : p.mesh->triangles) {
            const V3f &a = p.mesh->positions[static_cast<size_t>(t.x)],
                      &b = p.mesh->positions[static_cast<size_t>(t.y)],
                      &c = p.mesh->positions[static_cast<size_t>(t.z)];
            const V3f n = (b - a).cross(c - a);
            const float l = n.length();
            if (n.z < 0.99f * l || l <= 0) continue;
            out[static_cast<int>(std::lround(a.z * scale / 0.02f))] +=
                0.5 * static_cast<double>(l) * static_cast<double>(scale) * static_cast<double>(scale);
        }
    return out;
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

    const std::map<int, double> faces = levels(model, scale);
    double largest = 0;
    for (const auto& [z, area] : faces) largest = std::max(largest, area);
    // Floors are nearly as large as the largest level face, and steps a few square metres at most.
    std::vector<float> floors, treads;
    for (const auto& [z, area] : faces) {
        const float height = 0.02f * static_cast<float>(z);
        if (area > 0.3 * largest && area > 4) {
            // A slab's finish is no floor of its own.
            if (floors.empty() || height - floors.back() > 0.6f)
                floors.push_back(height);
            else
                floors.back() = height;
        }
        if (area > 0.12 && area < 6) treads.push_back(height);
    }
    std::vector<float> storeys, rises;
    for (size_t i = 1; i < floors.size(); ++i) storeys.push_back(floors[i] - floors[i - 1]);
    out.storey = median(storeys);
    // Three rises in a row that are alike within 1.5 cm.
    for (size_t i = 2; i + 1 < treads.size(); ++i) {
        const float a = treads[i - 1] - treads[i - 2], b = treads[i] - treads[i - 1], c = treads[i + 1] - treads[i];
        if (std::max({a, b, c}) - std::min({a, b, c}) < 0.025f && a > 0.05f && a < 0.5f) rises.push_back(b);
    }
    out.step = median(rises);
    return out;
}

} // namespace thallos
