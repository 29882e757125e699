#include <algorithm>
#include <cmath>

#include "core/ground/ground.h"
#include "core/ground/level_cut.h"

namespace thallos {

namespace {

// Those under water that hang together with the spot, and a rim of dry ones around them, in no order.
std::vector<V2i> wetCells(const HeightField& field, const Water& water) {
    const GroundGrid& grid = field.grid;
    const V2i spot(static_cast<int>(std::floor((water.spot.x - grid.origin.x) / grid.cell)),
                   static_cast<int>(std::floor((water.spot.y - grid.origin.y) / grid.cell)));
    auto inside = [&](int x, int y) { return x >= 0 && y >= 0 && x < grid.cells.x && y < grid.cells.y; };
    if (!inside(spot.x, spot.y)) return {};
    auto wet = [&](int x, int y) {
        for (int k = 0; k < 4; ++k)
            if (field.sample(x + (k & 1), y + (k >> 1)) < water.level) return true;
        return false;
    };
    if (!wet(spot.x, spot.y)) return {};

    std::vector<char> seen(static_cast<size_t>(grid.cells.x) * grid.cells.y);
    std::vector<V2i> open{spot}, cells;
    seen[static_cast<size_t>(spot.y) * grid.cells.x + spot.x] = 1;
    while (!open.empty()) {
        const V2i c = open.back();
        open.pop_back();
        cells.push_back(c);
        if (!wet(c.x, c.y)) continue; // the rim
        for (const V2i& d : {V2i(1, 0), V2i(-1, 0), V2i(0, 1), V2i(0, -1)}) {
            const V2i n = c + d;
            if (!inside(n.x, n.y)) continue;
            char& mark = seen[static_cast<size_t>(n.y) * grid.cells.x + n.x];
            if (mark) continue;
            mark = 1;
            open.push_back(n);
        }
    }
    return cells;
}

} // namespace

std::vector<std::pair<V2f, V2f>> shoreLine(const HeightField& field, const Water& water) {
    std::vector<std::pair<V2f, V2f>> line;
    for (const V2i& c : wetCells(field, water)) {
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

Mesh waterSheet(const HeightField& field, const Water& water) {
    Mesh mesh;
    const GroundGrid& grid = field.grid;
    std::vector<V2i> cells = wetCells(field, water);
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
