// The covers of a project's ground: of cover items, and of paths, which bring their own.
#pragma once

#include "core/ground/cover_map.h"
#include "core/project/land.h"

namespace thallos {

struct WaterBody;

// What an item of BuiltCovers::items is made of.
Surface surfaceOfCover(const Project& project, Id item);
// Where it lies once; none: it is no such picture.
std::optional<CoverPatch> patchOf(const Item& item);

// Immutable once built.
struct BuiltCovers {
    std::vector<Id> items; // cover k+1 of the map is this item's
    CoverMap map;
    std::shared_ptr<const Flow> flow; // that rules went by; null: none asks
    std::vector<char> stale;          // tiles that are older than what they go by
};

// What was there before, so that what comes out the same is shared.
struct CoversBefore {
    const BuiltCovers& covers;
    const Project& project;
    const std::vector<char>& moved; // tiles that have other heights now
    bool waterMoved = false;
};
// `rest`: as made from nothing; else what is painted and paths alone are brought up to date, and rules wait.
BuiltCovers coversOf(const Project& project, const Land& land, const std::vector<WaterBody>& waters,
                     const CoversBefore* before, bool rest);

} // namespace thallos
