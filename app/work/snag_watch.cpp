#include "app/work/snag_watch.h"

namespace thallos {

AfterRest::Work SnagWatch::work() {
    return [this, known = known_](const std::shared_ptr<const BuiltSite>& site, const Stop& stop) -> Found {
        return [this, found = snagsOf(*site, *known, stop)] { snags_ = found; };
    };
}

} // namespace thallos
