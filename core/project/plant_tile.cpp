#include "core/project/plant_tile.h"

#include <algorithm>
#include <map>
#include <unordered_map>

namespace thallos {

namespace {

// By what the species says of itself, with room: nothing has to be grown for it.
void extendBounds(PlantTile& tile, const PlantLibrary& library) {
    constexpr float kRoom = 1.25f;
    tile.bounds = Box3f();
    std::unordered_map<int, V2f> sizes; // height and spread of a species
    for (const PlantRecord& r : tile.records) {
        const int species = r.individual.species();
        const auto [size, fresh] = sizes.try_emplace(species);
        if (fresh) size->second = V2f(library.species()[species].height(), library.species()[species].spread()) * kRoom;
        const auto [height, spread] = std::pair(size->second.x, size->second.y);
        const float s = scaleOf(r), reach = s * (spread / 2 + 0.15f * height);
        tile.bounds.extendBy(foot(r) + V3f(reach, reach, s * height));
        tile.bounds.extendBy(foot(r) - V3f(reach, reach, 0.3f * s + 0.05f));
    }
}

std::shared_ptr<const PlantTile> tileOf(std::vector<PlantRecord> records, const PlantLibrary& library) {
    auto tile = std::make_shared<PlantTile>();
    tile->records = std::move(records);
    tile->records.shrink_to_fit(); // of ten million the slack alone would be 190 MB
    const auto grass = std::stable_partition(tile->records.begin(), tile->records.end(), [&](const PlantRecord& r) {
        return !library.isLow(r.individual.species());
    });
    tile->woody = static_cast<size_t>(grass - tile->records.begin());
    std::map<uint32_t, uint32_t> counts, individuals;
    for (const PlantRecord& r : tile->records) {
        ++counts[r.item];
        ++individuals[r.individual.value];
    }
    tile->counts.assign(counts.begin(), counts.end());
    for (const auto& [individual, n] : individuals) tile->individuals.push_back({individual});
    extendBounds(*tile, library);
    return tile;
}

} // namespace

void addTiles(std::vector<PlantRecord>& records, const PlantLibrary& library,
              std::vector<std::shared_ptr<const PlantTile>>& out) {
    if (records.empty()) return;
    if (records.size() <= kPlantsInTile) {
        out.push_back(tileOf(std::move(records), library));
        return;
    }
    Box2f box;
    for (const PlantRecord& r : records) box.extendBy(V2f(r.x, r.y));
    const V2f middle = box.center();
    std::vector<PlantRecord> quarter[4];
    for (const PlantRecord& r : records) quarter[(r.x >= middle.x ? 1 : 0) + (r.y >= middle.y ? 2 : 0)].push_back(r);
    const size_t all = records.size();
    records.clear();
    for (auto& q : quarter) {
        if (q.size() == all) { // all in one place: no split helps
            out.push_back(tileOf(std::move(q), library));
        } else
            addTiles(q, library, out);
    }
}

std::shared_ptr<const PlantTile> onGround(const std::shared_ptr<const PlantTile>& tile, const HeightField& field,
                                          const PlantLibrary& library) {
    std::shared_ptr<PlantTile> moved;
    for (size_t k = 0; k < tile->records.size(); ++k) {
        const PlantRecord& r = tile->records[k];
        const float z = field.at({r.x, r.y});
        if (z == r.z) continue;
        if (!moved) moved = std::make_shared<PlantTile>(*tile);
        moved->records[k].z = z;
    }
    if (!moved) return tile;
    extendBounds(*moved, library);
    return moved;
}

} // namespace thallos
