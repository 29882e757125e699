// Rows of the ground itself.
#include <cmath>

#include "app/inspector/rows.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/project/strewn.h"

namespace thallos {

void reliefRows(Rows& rows) {
    Session& session = rows.session();
    rows.note([&session] {
        const Ground& g = *session.document.project().ground;
        const V2f range = session.document.built() ? session.document.built()->land.field.range() : V2f(0);
        return tr("Site %1 · grid %2 · heights %3 to %4")
            .arg(extentText(g.grid.size().x, g.grid.size().y, 0), lengthText(g.grid.cell), lengthText(range.x, 1),
                 lengthText(range.y, 1));
    });
    rows.note([&session] {
        const auto e = session.earth.total();
        if (!e || e->cut + e->fill < 0.05) return QString();
        return tr("All steps: cut %1 m³ · fill %2 m³ · balance %3 m³")
            .arg(decimalText(e->cut, 0), decimalText(e->fill, 0), decimalText(e->balance(), 0));
    });
    rows.value(
        {"finest", tr("Finest cell")},
        ValueRange::length(0.05, 2, static_cast<double>(kUsualFinest), true, 3).typed(0, 2),
        tr("How close samples of the ground lie where a path, wall or small brush asks for detail; 0 m: as the grid"),
        [&session] { return session.document.project().ground->finest; },
        [&session](double v, bool dragging) {
            session.document.edit(tr("Finest cell"),
                                  withFinest(session.document.project(), static_cast<float>(v < 0.01 ? 0 : v)),
                                  "finest", dragging ? BuildMode::Moving : BuildMode::Rest);
        });
    const auto share = [&](const Label& label, const ValueRange& range, const QString& tip, float Ground::*member) {
        rows.value(
            label, range, tip, [&session, member] { return (*session.document.project().ground).*member; },
            [&session, label, member](double v, bool dragging) {
                Ground ground = *session.document.project().ground;
                ground.*member = static_cast<float>(v);
                session.document.edit(label.text, withGround(session.document.project(), ground), label.id,
                                      dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    share({"strewn", tr("Ground detail")}, ValueRange::percent(0, 2, 1),
          tr("How many tufts, pebbles and fallen leaves lie on the ground within %1 of the camera, by its covers")
              .arg(lengthText(kStrewnWithin, 0)),
          &Ground::strewn);
    share({"puddles", tr("Puddles")}, ValueRange::percent(0, 1, 0),
          tr("How much rain stands in ruts and hollows of paths, soil and gravel"), &Ground::puddles);
    auto relief = [&](const Label& label, const ValueRange& range, const QString& tip,
                      const std::function<double(const Relief&)>& get,
                      const std::function<void(Relief&, double)>& set) {
        rows.value(
            label, range, tip,
            [&session, get] {
                const Terrain* t = terrainOf(session.document.project());
                return get(t ? t->relief : Relief());
            },
            [&session, set, label](double v, bool dragging) {
                session.document.edit(label.text,
                                      withTerrain(session.document.project(), [&](Terrain& t) { set(t.relief, v); }),
                                      "relief " + label.id, dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    relief(
        {"relief", tr("Relief height")}, ValueRange::length(0, 80, 0),
        tr("Height from the lowest to the highest generated ground"), [](const Relief& r) { return r.height; },
        [](Relief& r, double v) { r.height = static_cast<float>(v); });
    relief(
        {"hillSpacing", tr("Hill spacing")}, ValueRange::length(5, 1000, 60, true, 0),
        tr("Distance from one hill to the next"), [](const Relief& r) { return r.feature; },
        [](Relief& r, double v) { r.feature = static_cast<float>(v); });
    relief(
        {"roughness", tr("Roughness")}, ValueRange::percent(0, 0.9, 0.4), tr("Share of small-scale detail"),
        [](const Relief& r) { return r.roughness; }, [](Relief& r, double v) { r.roughness = static_cast<float>(v); });
    relief(
        {"slopeNorth", tr("Slope to north")}, ValueRange::percent(-0.5, 0.5, 0),
        tr("Slope of the whole site, rising to the north"), [](const Relief& r) { return r.tilt.y; },
        [](Relief& r, double v) { r.tilt.y = static_cast<float>(v); });
    relief(
        {"slopeEast", tr("Slope to east")}, ValueRange::percent(-0.5, 0.5, 0),
        tr("Slope of the whole site, rising to the east"), [](const Relief& r) { return r.tilt.x; },
        [](Relief& r, double v) { r.tilt.x = static_cast<float>(v); });
    relief(
        {"seed", tr("Seed")}, {1, 9999, false, Dimension::Plain, "", 0, 1},
        tr("Another random terrain of the same character"), [](const Relief& r) { return static_cast<double>(r.seed); },
        [](Relief& r, double v) { r.seed = static_cast<uint64_t>(std::lround(v)); });
}

} // namespace thallos
