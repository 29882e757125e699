// The land that a building model brings along, as heights.
#pragma once

#include <optional>

#include "core/exchange/foreign.h"

namespace thallos {

struct SiteBody {
    HeightRaster raster; // of its top; not known outside its edge
    V2f centre{0};       // of the raster, in the space of the model that was read
};
// None when the model has no site or it covers nothing. Cells are 0.5 m, or as coarse as 2 048 of them a side ask for.
// Heights are metres over the model's base.
std::optional<SiteBody> siteBodyOf(const ForeignModel& read);

// Without the parts of these groups, with its base on z = 0 and its middle in the origin again. Throws
// Error::Unsupported when nothing would be left.
ForeignModel leftOut(const ForeignModel& read, const std::vector<std::string>& groups);

} // namespace thallos
