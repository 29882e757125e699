#include "app/work/flow_watch.h"

namespace thallos {

namespace {

constexpr float kDrained = 120; // m2 from which on water runs together
constexpr float kApart = 4;     // metres from line to line

} // namespace

void FlowWatch::setWanted(bool wanted) {
    if (wanted == wanted_) return;
    wanted_ = wanted;
    again();
}

AfterRest::Work FlowWatch::work() {
    return [this, wanted = wanted_](const std::shared_ptr<const BuiltSite>& site, const Stop& stop) -> Found {
        std::vector<FlowLine> lines;
        if (wanted && !stop()) lines = flowLines(flowOf(site->land.field), kDrained, kApart);
        return [this, lines = std::move(lines)] { lines_ = lines; };
    };
}

} // namespace thallos
