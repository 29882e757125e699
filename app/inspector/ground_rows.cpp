// Rows of the ground itself.
#include <cmath>

#include "app/inspector/rows.h"
#include "app/words/text.h"

namespace thallos {

void reliefRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(tr("Ground"), {});
    rows.note([&session] {
        const Ground& g = *session.document.project().ground;
        const V2f range = session.document.built() ? session.document.built()->field.range() : V2f(0);
        return tr("%1 × %2 m, cells of %3 m, heights %4 to %5 m")
            .arg(g.grid.size().x)
            .arg(g.grid.size().y)
            .arg(g.grid.cell)
            .arg(range.x, 0, 'f', 1)
            .arg(range.y, 0, 'f', 1);
    });
    auto relief = [&](const QString& label, const ValueRange& range, const QString& tip,
                      const std::function<double(const Relief&)>& get,
                      const std::function<void(Relief&, double)>& set) {
        rows.value(
            label, range, tip, [&session, get] { return get(session.document.project().ground->relief); },
            [&session, set, label](double v, bool dragging) {
                Ground g = *session.document.project().ground;
                set(g.relief, v);
                session.document.edit(label, withGround(session.document.project(), std::move(g)), "relief " + label,
                                      dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    relief(
        tr("Relief"), ValueRange::length(0, 80, 0), tr("Height between low and high places of the generated land"),
        [](const Relief& r) { return r.height; }, [](Relief& r, double v) { r.height = static_cast<float>(v); });
    relief(
        tr("Hill size"), ValueRange::length(5, 1000, 60, true, 0), tr("Distance from hill to hill"),
        [](const Relief& r) { return r.feature; }, [](Relief& r, double v) { r.feature = static_cast<float>(v); });
    relief(
        tr("Roughness"), ValueRange::percent(0, 0.9, 0.4), tr("How much small bumps count"),
        [](const Relief& r) { return r.roughness; }, [](Relief& r, double v) { r.roughness = static_cast<float>(v); });
    relief(
        tr("Rise north"), ValueRange::percent(-0.5, 0.5, 0), tr("Slope of the whole site to the north"),
        [](const Relief& r) { return r.tilt.y; }, [](Relief& r, double v) { r.tilt.y = static_cast<float>(v); });
    relief(
        tr("Rise east"), ValueRange::percent(-0.5, 0.5, 0), tr("Slope of the whole site to the east"),
        [](const Relief& r) { return r.tilt.x; }, [](Relief& r, double v) { r.tilt.x = static_cast<float>(v); });
    relief(
        tr("Seed"), {1, 9999, false, Dimension::Plain, "", 0, 1}, tr("Another land with the same character"),
        [](const Relief& r) { return static_cast<double>(r.seed); },
        [](Relief& r, double v) { r.seed = static_cast<uint64_t>(std::lround(v)); });
}

} // namespace thallos
