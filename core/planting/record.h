// One plant as it stands: what the document, the tracer and the drawings share.
#pragma once

#include <algorithm>
#include <compare>
#include <cstdint>

#include "core/base/vec.h"

namespace thallos {

inline constexpr int kIndividuals = 3; // of a species

// A grown individual of a plant library: all are numbered through, kIndividuals to a species.
struct IndividualId {
    uint32_t value = 0;

    static constexpr IndividualId of(int species, int which = 0) {
        return {static_cast<uint32_t>(species * kIndividuals + which % kIndividuals)};
    }
    constexpr int species() const { return static_cast<int>(value / kIndividuals); } // index in the library
    constexpr int which() const { return static_cast<int>(value % kIndividuals); }
    auto operator<=>(const IndividualId&) const = default;
};

// A tree, a shrub or a tuft of grass. 32 bytes.
struct PlantRecord {
    float x, y, z;              // foot, metres
    uint32_t key;               // same for the same plant of an item in every build
    uint16_t yaw;               // 65 536 = a full turn
    uint16_t scale;             // 4 096 = as grown
    int8_t tiltEast, tiltNorth; // 127 = 45 degrees; of a species that lies() the rise of the ground there
    uint8_t tint;               // 128 = as grown; lighter or darker, warmer or cooler
    uint8_t rank;               // order in which distance thinning takes plants away, 0 first to stay
    IndividualId individual;    // of the site's library
    uint32_t item;              // id of the planting item
};
static_assert(sizeof(PlantRecord) <= 32);

// Metres across for each metre up, or of rise for each metre along.
inline int8_t tiltOf(float slope) {
    return static_cast<int8_t>(std::clamp(slope * 127, -127.0f, 127.0f));
}

inline V3f foot(const PlantRecord& r) {
    return {r.x, r.y, r.z};
}
inline float yawOf(const PlantRecord& r) {
    return static_cast<float>(r.yaw) * (2 * kPi / 65536);
}
inline float scaleOf(const PlantRecord& r) {
    return static_cast<float>(r.scale) / 4096;
}

} // namespace thallos
