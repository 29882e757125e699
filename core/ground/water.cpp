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

    std::vector<V2i> open{spot};
    out.add(spot, kWet);
    while (!open.empty()) {
        const V2i c = open.back();
        open.pop_back();
        out.cells_.push_back(c);
        if (!wet(c.x, c.y)) continue; // the rim
        for (const V2i& d : {V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)}) {
            const V2i n = c + d;
            if (!inside(n.x, n.y) || out.mark(n)) continue;
            out.add(n, kWet);
            open.push_back(n);
        }
    }
    out.addBank();
    return out;
}

namespace {

// Whether a triangle and a cell share more than an edge: no side of either parts them.
bool overlap(const V2f (&t)[3], const Box2f& cell, float slack) {
    Box2f box;
    for (const V2f& p : t) box.extendBy(p);
    for (int k = 0; k < 2; ++k)
        if (box.min[k] >= cell.max[k] - slack || box.max[k] <= cell.min[k] + slack) return false;
    const float way = (t[1] - t[0]).cross(t[2] - t[0]) < 0 ? -1.0f : 1.0f;
    for (int k = 0; k < 3; ++k) {
        const V2f a = t[k], n = V2f(a.y - t[(k + 1) % 3].y, t[(k + 1) % 3].x - a.x) * way; // inwards
        const V2f farthest(n.x > 0 ? cell.max.x : cell.min.x, n.y > 0 ? cell.max.y : cell.min.y);
        if ((farthest - a).dot(n) <= slack * n.length()) return false;
    }
    return true;
}

} // namespace

WaterRegion WaterRegion::under(const GroundGrid& grid, const Mesh& sheet) {
    WaterRegion out;
    out.grid_ = grid;
    for (const V3i& corners : sheet.triangles) {
        const auto at = [&](int k) { return xy(sheet.positions[static_cast<size_t>(k)]); };
        const V2f t[3] = {at(corners.x), at(corners.y), at(corners.z)};
        Box2f box;
        for (const V2f& p : t) box.extendBy(p);
        const V2i first = cellAt(grid, box.min), last = cellAt(grid, box.max);
        for (int y = std::max(first.y, 0); y <= std::min(last.y, grid.cells.y - 1); ++y)
            for (int x = std::max(first.x, 0); x <= std::min(last.x, grid.cells.x - 1); ++x) {
                const V2i c(x, y);
                if (out.mark(c) || !overlap(t, {grid.place(c), grid.place(c + V2i(1))}, 1e-4f * grid.cell)) continue;
                out.add(c, kWet);
                out.cells_.push_back(c);
            }
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

namespace {

constexpr int kSquare = 64;

int squaresAcross(const GroundGrid& grid) {
    return (grid.cells.x + kSquare - 1) / kSquare;
}

} // namespace

// A water covers little of a site: a mark for each cell of the grid would be 268 MB of the largest.
void WaterRegion::add(const V2i& c, char what) {
    const int across = squaresAcross(grid_);
    if (marks_.empty())
        marks_.resize(static_cast<size_t>(across) * static_cast<size_t>((grid_.cells.y + kSquare - 1) / kSquare));
    std::vector<char>& square = marks_[static_cast<size_t>(c.y / kSquare * across + c.x / kSquare)];
    if (square.empty()) square.resize(kSquare * kSquare);
    square[static_cast<size_t>(c.y % kSquare * kSquare + c.x % kSquare)] |= what;
}

char WaterRegion::mark(const V2i& c) const {
    if (marks_.empty()) return 0;
    const std::vector<char>& square = marks_[static_cast<size_t>(c.y / kSquare * squaresAcross(grid_) + c.x / kSquare)];
    return square.empty() ? '\0' : square[static_cast<size_t>(c.y % kSquare * kSquare + c.x % kSquare)];
}

std::vector<int> WaterRegion::tiles() const {
    std::vector<int> out;
    int last = -1;
    for (const V2i& c : cells_) {
        const V2i tile = c / grid_.tileCells;
        const int i = tile.y * grid_.tiles().x + tile.x;
        if (i != last) out.push_back(last = i);
    }
    std::sort(out.begin(), out.end());
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

void WaterRegion::addBank() {
    const int wide = static_cast<int>(std::ceil(kBankWidth / grid_.cell));
    for (const V2i& c : cells_) {
        // Only cells at the region's edge have a bank.
        bool edge = false;
        for (const V2i& d : {V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)})
            edge |= inGrid(c + d) && !(mark(c + d) & kWet);
        if (!edge) continue;
        for (int y = std::max(c.y - wide, 0); y <= std::min(c.y + wide, grid_.cells.y - 1); ++y)
            for (int x = std::max(c.x - wide, 0); x <= std::min(c.x + wide, grid_.cells.x - 1); ++x) add({x, y}, kBank);
    }
}

char WaterRegion::at(const V2f& p) const {
    if (!outline_.empty()) return bounds(outline_).intersects(p) && contains(outline_, p) ? kWet : 0;
    const V2i c = cellAt(grid_, p);
    return inGrid(c) ? mark(c) : '\0';
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
