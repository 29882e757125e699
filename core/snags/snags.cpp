#include "core/snags/snags.h"

#include <algorithm>
#include <cmath>

#include <Imath/ImathBoxAlgo.h>

#include "core/ground/contact.h"
#include "core/snags/land_snags.h"
#include "core/view/camera.h"

namespace thallos {

namespace {

constexpr float kNone = -1e30f;

// Over these a snag is told.
constexpr float kFloats = 0.03f, kCovers = 0.02f, kSmallest = 0.05f, kLargest = 500, kTexel = 2.5f, kRepeats = 6,
                kLevelArea = 0.5f;
constexpr float kLevel = 0.004f; // metres, nearer than which two surfaces flicker

bool isIn(const V3f& picture) {
    return picture.z > 0 && picture.x >= 0 && picture.x <= 1 && picture.y >= 0 && picture.y <= 1;
}

struct Search {
    const BuiltSite& site;
    KnownModels& known;
    const std::function<bool()>& stop;
    std::vector<Snag> found;

    bool stopped() const { return stop && stop(); }
    void add(Snag s) { found.push_back(std::move(s)); }

    void seating(const Item& item, const Building& b) {
        const std::vector<Polygon> outlines = outlinesOf(b);
        const Contact c = contactOf(outlines, footHeight(b), site.land.field);
        const ContactSample* worst = nullptr;
        for (const ContactSample& s : c.samples)
            if (!worst || s.gap > worst->gap) worst = &s;
        if (worst && worst->gap > kFloats)
            add({SnagKind::FloatingEdge,
                 item.id,
                 V3f(worst->at.x, worst->at.y, site.land.field.at(worst->at)),
                 worst->gap,
                 kFloats,
                 {},
                 {}});
    }

    // Ground and water over the floors of a building that one could stand in.
    void floors(const Item& item, const Building& b) {
        const V3f size = bounds(*b.model).size() * b.scale;
        if (size.z < 2 || std::min(size.x, size.y) < 1.5f) return;
        const FloorMap map = floorsOf(*b.model, 1.2f / b.scale);
        const M44f at = transformOf(b);
        std::vector<Polygon> outlines = b.model->outlines;
        Snag soil{SnagKind::SoilInRoom, item.id, V3f(0), 0, kCovers, {}, {}},
            buried{SnagKind::BuriedFloor, item.id, V3f(0), 0, kCovers, {}, {}},
            wet{SnagKind::WaterAtFloor, item.id, V3f(0), 0, kCovers, {}, {}},
            level{SnagKind::FloorInGround, item.id, V3f(0), 0, kLevelArea, {}, {}};
        const auto worse = [](Snag& s, float figure, const V3f& place) {
            if (figure <= s.figure) return;
            s.figure = figure;
            s.at = place;
        };
        for (int y = 0; y < map.size.y; ++y)
            for (int x = 0; x < map.size.x; ++x) {
                const float z =
                    map.heights[static_cast<size_t>(y) * static_cast<size_t>(map.size.x) + static_cast<size_t>(x)];
                if (z == kNone) continue;
                const V2f p = map.origin + V2f(static_cast<float>(x) + 0.5f, static_cast<float>(y) + 0.5f) * map.cell;
                float edge = 1e30f;
                for (const Polygon& o : outlines) edge = std::min(edge, signedDistance(o, p));
                if (edge > 0) continue;
                const V3f floor = V3f(p.x, p.y, z) * at;
                const float over = site.land.field.at(xy(floor)) - floor.z;
                if (std::abs(over) < kLevel) {
                    level.figure += map.cell * map.cell * b.scale * b.scale;
                    level.at = floor;
                }
                // The last hand's breadth belongs to the wall.
                if (edge * b.scale < -0.45f)
                    worse(soil, over, V3f(floor.x, floor.y, floor.z + over));
                else if (edge * b.scale < -0.1f)
                    worse(buried, over, V3f(floor.x, floor.y, floor.z + over));
                for (const WaterBody& w : site.waters)
                    if (w.region && w.level > floor.z && w.region->reaches(xy(floor)))
                        if (const float level = w.levelAt(xy(floor)); level > floor.z)
                            worse(wet, level - floor.z, V3f(floor.x, floor.y, level));
            }
        for (const Snag& s : {soil, buried, wet, level})
            if (s.figure > s.limit) add(s);
    }

    void size(const Item& item, const Building& b) {
        const V3f s = bounds(*b.model).size() * b.scale;
        const float most = std::max({s.x, s.y, s.z});
        if (most > kLargest || most < kSmallest)
            add({SnagKind::Size, item.id, b.position, most, most > kLargest ? kLargest : kSmallest, {}, {}});
    }

    void scale(const Item& item, const Building& b) {
        KnownModel& model = known[b.model];
        auto& reading = model.scale;
        if (!reading || model.readAt != b.scale) {
            reading = readScale(*b.model, b.scale);
            model.readAt = b.scale;
        }
        const auto judge = [&](SnagKind kind, float figure, const float(&built)[2]) {
            if (figure > 0 && (figure < built[0] || figure > built[1]))
                add({kind, item.id, b.position, figure, figure < built[0] ? built[0] : built[1], {}, {}});
        };
        judge(SnagKind::DoorHeight, reading->door, kDoorHeights);
        judge(SnagKind::StoreyHeight, reading->storey, kStoreyHeights);
        judge(SnagKind::StepHeight, reading->step, kStepHeights);
    }

    void health(const Item& item, const Building& b) {
        auto& health = known[b.model].health;
        if (!health) {
            std::vector<Finding> findings = healthOf(*b.model, {}, stop);
            if (stopped()) return;
            health = std::move(findings);
        }
        for (const Finding& f : *health) {
            const SnagKind kind = f.kind == Fault::Leftovers         ? SnagKind::Leftovers
                                  : f.kind == Fault::InsideOut       ? SnagKind::InsideOut
                                  : f.kind == Fault::CoplanarDoubles ? SnagKind::CoplanarDoubles
                                                                     : SnagKind::Size;
            if (kind == SnagKind::Size || f.places.empty()) continue;
            add({kind,
                 item.id,
                 f.places.front().centre * transformOf(b),
                 static_cast<float>(f.count),
                 0,
                 b.model->parts[static_cast<size_t>(f.places.front().part)].name,
                 {}});
        }
    }

    // What pictures on its parts show in each shot.
    void textures(const Item& item, const Building& b) {
        for (size_t m = 0; m < b.surfaces.size(); ++m) {
            const Surface& s = b.surfaces[m];
            const Picture* picture = s.maps.color.get();
            if (!picture || s.textureSize <= 0 || picture->width <= 0) continue;
            for (const Item* shot : itemsOf<Shot>(site.project)) inShot(item, b, m, *picture, *shot);
        }
    }
    void inShot(const Item& item, const Building& b, size_t material, const Picture& picture, const Item& shotItem) {
        const Shot& shot = *bodyOf<Shot>(&shotItem);
        const Lens lens(shot.camera);
        const Surface& s = b.surfaces[material];
        const M44f at = transformOf(b);
        float nearest = 1e30f, extent = 0;
        V3f place(0);
        for (const Part& part : b.model->parts) {
            if (part.material != static_cast<int>(material)) continue;
            const Box3f box = Imath::transform(bounds(*part.mesh), at);
            const V3f eye = shot.camera.position;
            const V3f close(std::clamp(eye.x, box.min.x, box.max.x), std::clamp(eye.y, box.min.y, box.max.y),
                            std::clamp(eye.z, box.min.z, box.max.z));
            if (!isIn(lens.project(box.center())) && !isIn(lens.project(close))) continue;
            const float d = (close - eye).length();
            if (d < nearest) {
                nearest = d;
                place = box.center();
            }
            extent = std::max({extent, box.size().x, box.size().y, box.size().z});
        }
        if (nearest > 1e29f) return;
        const float pixel = std::max(nearest, 0.1f) * lens.pixelAngle(shot.size.x);
        const float texel = s.textureSize / static_cast<float>(picture.width) / pixel;
        if (texel > kTexel) add({SnagKind::CoarseTexture, item.id, place, texel, kTexel, s.name, shotItem.id});
        const float repeats = extent / s.textureSize;
        if (!s.mixed && repeats > kRepeats)
            add({SnagKind::RepeatingTexture, item.id, place, repeats, kRepeats, s.name, shotItem.id});
    }
};

} // namespace

float FloorMap::at(const V2f& p) const {
    const V2f q = (p - origin) / cell;
    if (q.x < 0 || q.y < 0 || q.x >= static_cast<float>(size.x) || q.y >= static_cast<float>(size.y)) return kNone;
    return heights[static_cast<size_t>(q.y) * static_cast<size_t>(size.x) + static_cast<size_t>(q.x)];
}

FloorMap floorsOf(const Model& model, float over) {
    FloorMap map;
    Box2f box;
    for (const Polygon& o : model.outlines) box.extendBy(bounds(o));
    if (box.isEmpty()) return map;
    // Cells of a quarter metre, larger where the model is.
    map.cell = std::max(0.25f, std::max(box.size().x, box.size().y) / 400);
    map.origin = box.min;
    map.size = V2i(static_cast<int>(box.size().x / map.cell) + 1, static_cast<int>(box.size().y / map.cell) + 1);
    map.heights.assign(static_cast<size_t>(map.size.x) * static_cast<size_t>(map.size.y), kNone);
    for (const Part& part : model.parts) {
        const Mesh& mesh = *part.mesh;
        for (const V3i& t : mesh.triangles) {
            const V3f &a = mesh.positions[static_cast<size_t>(t.x)], &b = mesh.positions[static_cast<size_t>(t.y)],
                      &c = mesh.positions[static_cast<size_t>(t.z)];
            if (std::min({a.z, b.z, c.z}) > over) continue;
            const V3f n = (b - a).cross(c - a);
            if (n.z <= 0.7f * n.length()) continue;
            const V2f low = (V2f(std::min({a.x, b.x, c.x}), std::min({a.y, b.y, c.y})) - map.origin) / map.cell,
                      high = (V2f(std::max({a.x, b.x, c.x}), std::max({a.y, b.y, c.y})) - map.origin) / map.cell;
            const int x0 = std::max(0, static_cast<int>(low.x)),
                      x1 = std::min(map.size.x - 1, static_cast<int>(high.x)),
                      y0 = std::max(0, static_cast<int>(low.y)),
                      y1 = std::min(map.size.y - 1, static_cast<int>(high.y));
            for (int y = y0; y <= y1; ++y)
                for (int x = x0; x <= x1; ++x) {
                    const V2f p =
                        map.origin + V2f(static_cast<float>(x) + 0.5f, static_cast<float>(y) + 0.5f) * map.cell;
                    const float u = (xy(c) - xy(b)).cross(p - xy(b)), v = (xy(a) - xy(c)).cross(p - xy(c)),
                                w = (xy(b) - xy(a)).cross(p - xy(a));
                    if (u < 0 || v < 0 || w < 0 || u + v + w <= 0) continue;
                    const float z = (u * a.z + v * b.z + w * c.z) / (u + v + w);
                    float& known =
                        map.heights[static_cast<size_t>(y) * static_cast<size_t>(map.size.x) + static_cast<size_t>(x)];
                    if (z <= over) known = std::max(known, z);
                }
        }
    }
    return map;
}

std::vector<Snag> snagsOf(const BuiltSite& site, KnownModels& known, const std::function<bool()>& stop) {
    std::erase_if(known, [](const auto& entry) { return entry.first.expired(); });
    Search search{site, known, stop, {}};
    for (const auto& item : site.project.items) {
        const auto* b = std::get_if<Building>(&item->body);
        if (!b || !shown(site.project, *item)) continue;
        if (search.stopped()) break;
        search.seating(*item, *b);
        search.floors(*item, *b);
        search.size(*item, *b);
        search.scale(*item, *b);
        search.health(*item, *b);
        search.textures(*item, *b);
    }
    if (!search.stopped()) addLandSnags(site, stop, search.found);
    return std::move(search.found);
}

} // namespace thallos
