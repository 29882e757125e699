#include "core/ground/broken.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include "core/mesh/geos.h"

namespace thallos {

namespace {

using V2d = Imath::V2d;
using Piece = std::array<V2d, 2>; // of a line within a cell, in cells from its south-west corner

constexpr float kAside = 4e-4f; // metres from a line at which the height of a side is asked for
// Lines are taken to lie so far off, in metres, that none runs along the grid's own: a sample on one would lie on
// either side.
constexpr V2d kShift(1.3e-4, 1.7e-4);

V2d meanOf(const std::array<V2d, 3>& t) {
    return (t[0] + t[1] + t[2]) / 3.0;
}
double areaOf(const std::array<V2d, 3>& t) {
    const V2d a = t[1] - t[0], b = t[2] - t[0];
    return 0.5 * (a.x * b.y - a.y * b.x);
}

// The lines cut at the grid's lines, by the cell in which the pieces lie; and the links that they cut.
class Cutter {
public:
    Cutter(const V2i& cells, double close) : cells_(cells), close_(close) {}
    std::map<int, std::vector<Piece>> pieces;
    std::vector<int> links;
    std::map<int, V2d> touched; // samples that lie on a line, and the way from it to them

    void add(const V2d& a, const V2d& b) { // in cells
        std::vector<Crossing> crossings{{0, -1, 0}, {1, -1, 0}};
        for (int k = 0; k < 2; ++k) {
            const double low = std::min(a[k], b[k]), high = std::max(a[k], b[k]);
            if (high - low < 1e-12) continue;
            // A cell beyond the block too: a line there may touch samples of the block's border.
            const int first = std::max(static_cast<int>(std::ceil(low)), -1),
                      last = std::min(static_cast<int>(std::floor(high)), cells_[k] + 1);
            for (int i = first; i <= last; ++i) crossings.push_back({(i - a[k]) / (b[k] - a[k]), k, i});
        }
        std::sort(crossings.begin(), crossings.end(), [](const Crossing& x, const Crossing& y) { return x.t < y.t; });
        const auto place = [&](const Crossing& c) {
            V2d p = c.t <= 0 ? a : c.t >= 1 ? b : a + (b - a) * c.t;
            if (c.axis >= 0) p[c.axis] = c.line; // on the grid's line to the last bit
            return p;
        };
        for (size_t i = 0; i + 1 < crossings.size(); ++i) {
            const V2d p = place(crossings[i]), q = place(crossings[i + 1]), middle = (p + q) * 0.5;
            const int x = static_cast<int>(std::floor(middle.x)), y = static_cast<int>(std::floor(middle.y));
            if ((q - p).length() > 1e-9) touch(V2i(x, y), p, q);
            if ((q - p).length() > 1e-9 && x >= 0 && y >= 0 && x < cells_.x && y < cells_.y) {
                const V2d corner(x, y);
                pieces[y * cells_.x + x].push_back({p - corner, q - corner});
            }
        }
        for (const Crossing& c : crossings)
            if (c.axis >= 0) cut(c.axis, c.line, place(c)[1 - c.axis]);
    }

private:
    struct Crossing {
        double t;
        int axis, line;
    };
    void touch(const V2i& cell, const V2d& p, const V2d& q) {
        const V2d along = (q - p).normalized();
        for (int k = 0; k < 4; ++k) {
            const V2i sample = cell + V2i(k & 1, k >> 1);
            if (sample.x < 0 || sample.y < 0 || sample.x > cells_.x || sample.y > cells_.y) continue;
            const V2d at(sample.x, sample.y);
            const V2d off = at - p - along * std::clamp((at - p).dot(along), 0.0, (q - p).length());
            if (off.length() < close_) touched[sample.y * (cells_.x + 1) + sample.x] = off;
        }
    }
    void cut(int axis, int line, double across) {
        const int other = static_cast<int>(std::floor(across));
        const V2i sample = axis == 0 ? V2i(line, other) : V2i(other, line);
        if (sample.x < 0 || sample.y < 0 || sample.x > cells_.x || sample.y > cells_.y) return;
        links.push_back(2 * (sample.y * (cells_.x + 1) + sample.x) + (axis == 0 ? 1 : 0));
    }
    V2i cells_;
    double close_; // in cells
};

Geometry lineString(const Geos& geos, const std::vector<V2d>& points) {
    GEOSCoordSequence* s = GEOSCoordSeq_create_r(geos.context, static_cast<unsigned>(points.size()), 2);
    for (unsigned i = 0; i < points.size(); ++i) GEOSCoordSeq_setXY_r(geos.context, s, i, points[i].x, points[i].y);
    return geos.own(GEOSGeom_createLineString_r(geos.context, s));
}

// How far round the unit square a place of its border lies, from the south-west corner counter-clockwise, 0..4; below
// 0: it lies on none of its sides.
double roundTheSquare(const V2d& p) {
    if (p.y == 0) return p.x;
    if (p.x == 1) return 1 + p.y;
    if (p.y == 1) return 3 - p.x;
    if (p.x == 0) return 4 - p.y;
    return -1;
}

// The unit square cut in two by a piece from side to side: both halves are convex. Empty: it is no such piece.
std::vector<std::array<V2d, 3>> halved(const Piece& piece) {
    double from = roundTheSquare(piece[0]), to = roundTheSquare(piece[1]);
    if (from < 0 || to < 0) return {};
    V2d a = piece[0], b = piece[1];
    if (from > to) {
        std::swap(from, to);
        std::swap(a, b);
    }
    constexpr V2d kCorners[4] = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};
    std::vector<V2d> inner{a}, outer{b};
    for (int k = 0; k < 4; ++k)
        if (k > from && k < to) inner.push_back(kCorners[k]);
    inner.push_back(b);
    for (int k = 0; k < 8; ++k)
        if (k > to && k < from + 4) outer.push_back(kCorners[k % 4]);
    outer.push_back(a);
    std::vector<std::array<V2d, 3>> out;
    for (const auto* half : {&inner, &outer})
        for (size_t i = 1; i + 1 < half->size(); ++i) {
            const std::array<V2d, 3> t{(*half)[0], (*half)[i], (*half)[i + 1]};
            if (areaOf(t) > 1e-10) out.push_back(t);
        }
    return out;
}

// The unit square cut along the pieces, as triangles of which none crosses a piece.
std::vector<std::array<V2d, 3>> triangulated(const Geos& geos, const std::vector<Piece>& pieces) {
    if (pieces.size() == 1)
        if (auto simple = halved(pieces.front()); !simple.empty()) return simple;
    std::vector<GEOSGeometry*> lines;
    lines.push_back(lineString(geos, {{0, 0}, {1, 0}, {1, 1}, {0, 1}, {0, 0}}).release());
    for (const Piece& p : pieces) lines.push_back(lineString(geos, {p[0], p[1]}).release());
    const Geometry all = geos.own(GEOSGeom_createCollection_r(geos.context, GEOS_MULTILINESTRING, lines.data(),
                                                              static_cast<unsigned>(lines.size())));
    const Geometry noded = geos.own(GEOSUnaryUnion_r(geos.context, all.get()));
    const GEOSGeometry* input = noded.get();
    const Geometry faces = geos.own(noded ? GEOSPolygonize_r(geos.context, &input, 1) : nullptr);
    std::vector<std::array<V2d, 3>> out;
    const int count = faces ? GEOSGetNumGeometries_r(geos.context, faces.get()) : 0;
    for (int f = 0; f < count; ++f) {
        const Geometry parts = geos.own(
            GEOSConstrainedDelaunayTriangulation_r(geos.context, GEOSGetGeometryN_r(geos.context, faces.get(), f)));
        const int n = parts ? GEOSGetNumGeometries_r(geos.context, parts.get()) : 0;
        for (int i = 0; i < n; ++i) {
            const GEOSCoordSequence* s = GEOSGeom_getCoordSeq_r(
                geos.context, GEOSGetExteriorRing_r(geos.context, GEOSGetGeometryN_r(geos.context, parts.get(), i)));
            std::array<V2d, 3> t;
            for (unsigned k = 0; k < 3; ++k) GEOSCoordSeq_getXY_r(geos.context, s, k, &t[k].x, &t[k].y);
            if (areaOf(t) < 0) std::swap(t[1], t[2]);
            if (areaOf(t) > 1e-10) out.push_back(t);
        }
    }
    return out;
}

// The way from a place on the pieces, square to those that it lies on, to the side of another place; none: it lies on
// no piece.
std::optional<V2d> asideOf(const V2d& p, const std::vector<Piece>& pieces, const V2d& towards) {
    V2d sum(0);
    bool any = false;
    for (const Piece& piece : pieces) {
        const V2d along = (piece[1] - piece[0]).normalized(), left(-along.y, along.x);
        const double t = std::clamp((p - piece[0]).dot(along), 0.0, (piece[1] - piece[0]).length());
        if ((p - piece[0] - along * t).length() > 1e-7) continue;
        any = true;
        sum += left.dot(towards - p) < 0 ? -left : left;
    }
    if (!any) return std::nullopt;
    return sum.length() > 1e-3 ? sum.normalized() : (towards - p).normalized();
}

} // namespace

bool BrokenCells::broken(int cell) const {
    const auto it = std::lower_bound(cells.begin(), cells.end() - 1, std::pair<int, int>(cell, -1));
    return it->first == cell;
}

std::optional<BrokenCells::Spot> BrokenCells::at(int cell, const V2f& p) const {
    const auto it = std::lower_bound(cells.begin(), cells.end() - 1, std::pair<int, int>(cell, -1));
    if (it->first != cell) return std::nullopt;
    float best = -1e30f;
    Spot out{0, {0, 0, 1}};
    for (int i = it->second; i < (it + 1)->second; ++i) {
        const V3i& t = triangles[static_cast<size_t>(i)];
        const V3f &a = vertices[static_cast<size_t>(t.x)], &b = vertices[static_cast<size_t>(t.y)],
                  &c = vertices[static_cast<size_t>(t.z)];
        const V2f e = xy(b) - xy(a), f = xy(c) - xy(a), d = p - xy(a);
        const float whole = e.x * f.y - e.y * f.x;
        const float v = (d.x * f.y - d.y * f.x) / whole, w = (e.x * d.y - e.y * d.x) / whole;
        // The one that holds the place, or by rounding is nearest to it.
        const float inside = std::min({1 - v - w, v, w});
        if (inside <= best) continue;
        best = inside;
        out = {a.z + v * (b.z - a.z) + w * (c.z - a.z), (b - a).cross(c - a).normalized()};
    }
    return out;
}

bool BrokenCells::cuts(int sample, bool northward) const {
    return std::binary_search(links.begin(), links.end(), 2 * sample + (northward ? 1 : 0));
}

std::shared_ptr<const BrokenCells> breakCells(const V2f& origin, float cell, GridTile<float>& z,
                                              const std::vector<std::vector<V2f>>& lines,
                                              const std::function<float(const V2f&)>& height) {
    const auto side = static_cast<double>(cell);
    Cutter cutter(z.cells, 2 * static_cast<double>(kAside) / side);
    const auto local = [&](const V2f& p) {
        return kShift / side + V2d(static_cast<double>(p.x - origin.x), static_cast<double>(p.y - origin.y)) /
                                   static_cast<double>(cell);
    };
    for (const auto& line : lines)
        for (size_t i = 0; i + 1 < line.size(); ++i) cutter.add(local(line[i]), local(line[i + 1]));
    for (const auto& [sample, off] : cutter.touched) {
        const V2i at(sample % (z.cells.x + 1), sample / (z.cells.x + 1));
        const V2d way = off.length() > 0 ? off.normalized() : V2d(1, 0);
        z.at(at.x, at.y) = height(origin + V2f(static_cast<float>(at.x * side + way.x * static_cast<double>(kAside)),
                                               static_cast<float>(at.y * side + way.y * static_cast<double>(kAside))));
    }
    if (cutter.pieces.empty()) return nullptr;
    auto out = std::make_shared<BrokenCells>();
    const Geos geos;
    for (const auto& [index, pieces] : cutter.pieces) {
        const V2i corner(index % z.cells.x, index / z.cells.x);
        const auto world = [&](const V2d& p) {
            return origin +
                   V2f(static_cast<float>((corner.x + p.x) * side), static_cast<float>((corner.y + p.y) * side));
        };
        const auto vertex = [&](const V2d& p, float at_height) {
            const V2f at = world(p);
            out->vertices.emplace_back(at.x, at.y, at_height);
            return static_cast<int>(out->vertices.size()) - 1;
        };
        const auto aside = [&](const V2d& p, const V2d& way) {
            return height(world(p + way * (static_cast<double>(kAside) / side)));
        };
        out->cells.emplace_back(index, static_cast<int>(out->triangles.size()));
        for (const auto& t : triangulated(geos, pieces)) {
            const V2d middle = meanOf(t);
            V3i corners;
            for (int k = 0; k < 3; ++k) {
                const V2d& p = t[static_cast<size_t>(k)];
                const auto way = asideOf(p, pieces, middle);
                const V2i sample = corner + V2i(static_cast<int>(std::lround(p.x)), static_cast<int>(std::lround(p.y)));
                corners[k] = vertex(p, way ? aside(p, *way) : z.at(sample.x, sample.y));
            }
            out->triangles.push_back(corners);
        }
        for (const Piece& piece : pieces) {
            const V2d along = (piece[1] - piece[0]).normalized(), left(-along.y, along.x);
            int corners[4];
            float gap = 0;
            for (size_t k = 0; k < 2; ++k) {
                const float a = aside(piece[k], left), b = aside(piece[k], -left);
                corners[2 * k] = vertex(piece[k], a);
                corners[2 * k + 1] = vertex(piece[k], b);
                gap = std::max(gap, std::abs(a - b));
            }
            if (gap < 1e-4f) continue;
            out->upright.push_back({corners[1], corners[3], corners[2]});
            out->upright.push_back({corners[1], corners[2], corners[0]});
        }
    }
    out->cells.emplace_back(z.cells.x * z.cells.y, static_cast<int>(out->triangles.size()));
    std::sort(cutter.links.begin(), cutter.links.end());
    cutter.links.erase(std::unique(cutter.links.begin(), cutter.links.end()), cutter.links.end());
    out->links = std::move(cutter.links);
    constexpr int kMargin = 2; // cells
    const auto squares = [](int n) { return (n + BrokenCells::kSquare - 1) / BrokenCells::kSquare; };
    out->across = squares(z.cells.x);
    const int rows = squares(z.cells.y);
    out->near.assign(static_cast<size_t>(out->across) * rows, 0);
    const auto mark = [&](const V2i& at) {
        for (int y = std::max(at.y - kMargin, 0) / BrokenCells::kSquare;
             y <= std::min((at.y + kMargin) / BrokenCells::kSquare, rows - 1); ++y)
            for (int x = std::max(at.x - kMargin, 0) / BrokenCells::kSquare;
                 x <= std::min((at.x + kMargin) / BrokenCells::kSquare, out->across - 1); ++x)
                out->near[static_cast<size_t>(y) * out->across + x] = 1;
    };
    for (size_t i = 0; i + 1 < out->cells.size(); ++i)
        mark({out->cells[i].first % z.cells.x, out->cells[i].first / z.cells.x});
    for (const int link : out->links) mark({link / 2 % (z.cells.x + 1), link / 2 / (z.cells.x + 1)});
    return out;
}

} // namespace thallos
