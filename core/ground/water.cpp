#include "core/ground/water.h"

#include <algorithm>
#include <cmath>

#include "core/ground/level_cut.h"

namespace thallos {

namespace {

constexpr char kWet = 1, kBank = 2;
constexpr float kBankWidth = 3; // metres

// That holds a place, also outside the grid.
V2i cellAt(const GroundGrid& grid, const V2f& p) {
    return {static_cast<int>(std::floor((p.x - grid.origin.x) / grid.cell)),
            static_cast<int>(std::floor((p.y - grid.origin.y) / grid.cell))};
}

} // namespace

WaterRegion WaterRegion::of(const HeightField& field, const Water& water) {
    WaterRegion out;
    const GroundGrid& grid = field.grid;
    out.grid_ = grid;
    const V2i spot = cellAt(grid, water.spot);
    auto inside = [&](int x, int y) { return x >= 0 && y >= 0 && x < grid.cells.x && y < grid.cells.y; };
    if (!inside(spot.x, spot.y)) return out;
    auto wet = [&](int x, int y) {
        for (int k = 0; k < 4; ++k)
            if (field.sample(x + (k & 1), y + (k >> 1)) < water.level) return true;
        return false;
    };
    if (!wet(spot.x, spot.y)) return out;

    out.marks_.assign(static_cast<size_t>(grid.cells.x) * grid.cells.y, 0);
    const auto mark = [&](const V2i& c) -> char& { return out.marks_[static_cast<size_t>(c.y) * grid.cells.x + c.x]; };
    std::vector<V2i> open{spot};
    mark(spot) = kWet;
    while (!open.empty()) {
        const V2i c = open.back();
        open.pop_back();
        out.cells_.push_back(c);
        if (!wet(c.x, c.y)) continue; // the rim
        for (const V2i& d : {V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)}) {
            const V2i n = c + d;
            if (!inside(n.x, n.y) || mark(n)) continue;
            mark(n) = kWet;
            open.push_back(n);
        }
    }
    out.addBank();
    return out;
}

WaterRegion WaterRegion::under(const GroundGrid& grid, const Mesh& sheet) {
    WaterRegion out;
    out.grid_ = grid;
    if (sheet.empty()) return out;
    out.marks_.assign(static_cast<size_t>(grid.cells.x) * grid.cells.y, 0);
    for (const V3f& p : sheet.positions) {
        const V2i c = cellAt(grid, xy(p));
        if (c.x < 0 || c.y < 0 || c.x >= grid.cells.x || c.y >= grid.cells.y) continue;
        char& mark = out.marks_[static_cast<size_t>(c.y) * grid.cells.x + c.x];
        if (!mark) out.cells_.push_back(c);
        mark = kWet;
    }
    out.addBank();
    return out;
}

WaterRegion WaterRegion::within(const GroundGrid& grid, const Polygon& outline) {
    WaterRegion out;
    out.grid_ = grid;
    out.outline_ = outline;
    return out;
}

void WaterRegion::addBank() {
    const auto inside = [&](int x, int y) { return x >= 0 && y >= 0 && x < grid_.cells.x && y < grid_.cells.y; };
    const auto mark = [&](const V2i& c) -> char& { return marks_[static_cast<size_t>(c.y) * grid_.cells.x + c.x]; };
    const int wide = static_cast<int>(std::ceil(kBankWidth / grid_.cell));
    for (const V2i& c : cells_) {
        // Only cells at the region's edge have a bank.
        bool edge = false;
        for (const V2i& d : {V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)})
            edge |= inside(c.x + d.x, c.y + d.y) && !(mark(c + d) & kWet);
        if (!edge) continue;
        for (int y = std::max(c.y - wide, 0); y <= std::min(c.y + wide, grid_.cells.y - 1); ++y)
            for (int x = std::max(c.x - wide, 0); x <= std::min(c.x + wide, grid_.cells.x - 1); ++x)
                mark({x, y}) |= kBank;
    }
}

char WaterRegion::at(const V2f& p) const {
    if (!outline_.empty()) return bounds(outline_).intersects(p) && contains(outline_, p) ? kWet : 0;
    if (marks_.empty()) return 0;
    const V2i c = cellAt(grid_, p);
    if (c.x < 0 || c.y < 0 || c.x >= grid_.cells.x || c.y >= grid_.cells.y) return 0;
    return marks_[static_cast<size_t>(c.y) * grid_.cells.x + c.x];
}
bool WaterRegion::holds(const V2f& p) const {
    return at(p) & kWet;
}
bool WaterRegion::reaches(const V2f& p) const {
    return at(p) != 0;
}

std::vector<std::pair<V2f, V2f>> shoreLine(const HeightField& field, const Water& water, const WaterRegion& region) {
    std::vector<std::pair<V2f, V2f>> line;
    for (const V2i& c : region.cells()) {
        const float corner[4] = {field.sample(c.x, c.y), field.sample(c.x + 1, c.y), field.sample(c.x + 1, c.y + 1),
                                 field.sample(c.x, c.y + 1)};
        V2f cut[4];
        const int n = levelCut(corner, water.level, cut);
        for (int i = 0; i < n; i += 2)
            line.emplace_back(field.grid.place(c) + cut[i] * field.grid.cell,
                              field.grid.place(c) + cut[i + 1] * field.grid.cell);
    }
    return line;
}

Mesh waterSurface(const HeightField& field, const Water& water, const WaterRegion& region) {
    Mesh mesh;
    const GroundGrid& grid = field.grid;
    std::vector<V2i> cells = region.cells();
    // Runs of cells in a row become one quad each: a sheet of few triangles without gaps in between.
    std::sort(cells.begin(), cells.end(),
              [](const V2i& a, const V2i& b) { return a.y != b.y ? a.y < b.y : a.x < b.x; });
    for (size_t i = 0; i < cells.size();) {
        size_t j = i;
        while (j + 1 < cells.size() && cells[j + 1].y == cells[i].y && cells[j + 1].x == cells[j].x + 1) ++j;
        const V2f a = grid.place(cells[i]), b = grid.place(cells[j] + V2i(1));
        const int n = static_cast<int>(mesh.positions.size());
        mesh.positions.insert(
            mesh.positions.end(),
            {{a.x, a.y, water.level}, {b.x, a.y, water.level}, {b.x, b.y, water.level}, {a.x, b.y, water.level}});
        mesh.triangles.push_back({n, n + 1, n + 2});
        mesh.triangles.push_back({n, n + 2, n + 3});
        i = j + 1;
    }
    return mesh;
}

} // namespace thallos
