#include "core/exchange/site_body.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/base/error.h"

namespace thallos {

namespace {

// The highest of the triangle's heights at each cell's middle that it covers.
void raise(HeightRaster& r, const V2f& west, const V3f& a, const V3f& b, const V3f& c) {
    const float area = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
    if (std::abs(area) < 1e-9f) return;
    const auto cell = [&](float v, float from) { return (v - from) / r.cell - 0.5f; };
    const int x0 = std::max(0, static_cast<int>(std::ceil(cell(std::min({a.x, b.x, c.x}), west.x)))),
              x1 = std::min(r.width - 1, static_cast<int>(std::floor(cell(std::max({a.x, b.x, c.x}), west.x)))),
              y0 = std::max(0, static_cast<int>(std::ceil(cell(std::min({a.y, b.y, c.y}), west.y)))),
              y1 = std::min(r.height - 1, static_cast<int>(std::floor(cell(std::max({a.y, b.y, c.y}), west.y))));
    for (int y = y0; y <= y1; ++y)
        for (int x = x0; x <= x1; ++x) {
            const float px = west.x + (static_cast<float>(x) + 0.5f) * r.cell,
                        py = west.y + (static_cast<float>(y) + 0.5f) * r.cell;
            const float v = ((px - a.x) * (c.y - a.y) - (py - a.y) * (c.x - a.x)) / area,
                        w = ((b.x - a.x) * (py - a.y) - (b.y - a.y) * (px - a.x)) / area;
            if (v < -1e-5f || w < -1e-5f || v + w > 1 + 1e-5f) continue;
            float& height = r.values[static_cast<size_t>(r.height - 1 - y) * static_cast<size_t>(r.width) +
                                     static_cast<size_t>(x)]; // rows from the north
            const float z = a.z + v * (b.z - a.z) + w * (c.z - a.z);
            if (!(height >= z)) height = z;
        }
}

} // namespace

std::optional<SiteBody> siteBodyOf(const ForeignModel& read) {
    Model land;
    for (const int i : partsIn(read.model, kSiteGroup)) land.parts.push_back(read.model.parts[static_cast<size_t>(i)]);
    const Box3f box = bounds(land);
    if (box.isEmpty()) return std::nullopt;
    const V3f size = box.size();
    SiteBody out;
    HeightRaster& r = out.raster;
    r.cell = std::max(0.5f, std::max(size.x, size.y) / 2048);
    r.width = static_cast<int>(std::floor(size.x / r.cell + 1e-3f));
    r.height = static_cast<int>(std::floor(size.y / r.cell + 1e-3f));
    if (r.width < 2 || r.height < 2) return std::nullopt;
    r.values.assign(static_cast<size_t>(r.width) * static_cast<size_t>(r.height),
                    std::numeric_limits<float>::quiet_NaN());
    out.centre = {(box.min.x + box.max.x) / 2, (box.min.y + box.max.y) / 2};
    const V2f west = out.centre - V2f(static_cast<float>(r.width), static_cast<float>(r.height)) * (r.cell / 2);
    for (const Part& p : land.parts)
        for (const V3i& t : p.mesh->triangles)
            raise(r, west, p.mesh->positions[static_cast<size_t>(t.x)], p.mesh->positions[static_cast<size_t>(t.y)],
                  p.mesh->positions[static_cast<size_t>(t.z)]);
    return out;
}

ForeignModel leftOut(const ForeignModel& read, const std::vector<std::string>& groups) {
    ForeignModel out = read;
    for (const std::string& name : groups) dropGroups(out.model, name);
    if (out.model.parts.empty())
        throw Error(Error::Kind::Unsupported, Text("Nothing is left of %w without its site and furniture"),
                    read.model.name, Text("Leave out less"));
    plainMaterials(out.model);
    out.origin = read.origin + V3d(tidy(out.model).shift);
    return out;
}

} // namespace thallos
