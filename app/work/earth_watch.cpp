#include "app/work/earth_watch.h"

namespace thallos {

std::optional<Earthwork> EarthWatch::of(Id item) const {
    const auto it = works_.find(item);
    return it == works_.end() ? std::nullopt : std::optional(it->second);
}

AfterRest::Work EarthWatch::work() {
    return [this](const std::shared_ptr<const BuiltSite>& site, const Stop& stop) -> Found {
        const Land& land = site->land;
        std::unordered_map<Id, Earthwork> works;
        for (const auto& [id, work] : earthworkOf(land, stop)) works[Id{id}] = work;
        const Earthwork total = earthworkOf(land.bare, land.field, land.grid.box());
        return [this, total, works] {
            works_ = works;
            total_ = total;
        };
    };
}

void EarthWatch::forget() {
    works_.clear();
    total_.reset();
}

} // namespace thallos
