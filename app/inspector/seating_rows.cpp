// Rows for how the selected building stands: the gap round its foot, the best fit, the earth that its pads move.
#include "app/inspector/gap_plot.h"
#include "app/inspector/rows.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/part_edits.h"
#include "core/ground/contact.h"

namespace thallos {

namespace {

const Building* buildingOf(const Session& session) {
    return bodyOf<Building>(session.selection.item());
}

// As it stands now: on the built ground, or on the natural one while nothing is built.
Contact contactNow(const Session& session) {
    const Building* b = buildingOf(session);
    const auto built = session.document.built();
    return b && built ? contactOf(outlinesOf(*b), footHeight(*b), built->land.field) : Contact();
}

QString contactText(const Contact& c) {
    if (c.samples.empty()) return {};
    QStringList text;
    const double share = c.length > 0 ? 100.0 / static_cast<double>(c.length) : 0;
    if (c.floating > 0)
        text << tr("floats up to %1 along %2 % of its outline")
                    .arg(lengthText(static_cast<double>(c.highest)))
                    .arg(std::lround(share * static_cast<double>(c.floating)));
    if (c.buried > 0)
        text << tr("buried up to %1 along %2 %")
                    .arg(lengthText(static_cast<double>(-c.lowest)))
                    .arg(std::lround(share * static_cast<double>(c.buried)));
    return text.isEmpty() ? tr("Touches the ground all round.") : text.join("; ") + ".";
}

// Of the pads of the building.
QString earthText(const Session& session) {
    const Building* b = buildingOf(session);
    const auto built = session.document.built();
    if (!b || !built) return {};
    Box2f box;
    for (const LandStep& step : built->land.steps)
        if (const auto* pad = std::get_if<Pad>(&step.shape))
            for (const Polygon& o : outlinesOf(*b))
                if (std::find(pad->outlines.begin(), pad->outlines.end(), o) != pad->outlines.end())
                    box.extendBy(reachOf(*pad).over(built->land.natural.range()));
    if (box.isEmpty()) return tr("No pad: the ground is as it was.");
    const Earthwork e = earthworkOf(built->land.natural, built->land.field, box);
    return tr("Cut %1 m³ · fill %2 m³ · balance %3 m³")
        .arg(decimalText(e.cut, 1), decimalText(e.fill, 1), decimalText(e.balance(), 1));
}

} // namespace

void seatingRows(Rows& rows) {
    Session& session = rows.session();
    if (!buildingOf(session) || rows.isOnlyForAll()) return;
    rows.section({"seatingSection", tr("Seating")});
    auto* plot = new GapPlot;
    rows.add(plot, [plot, &session] { plot->show(contactNow(session)); });
    rows.note([&session] { return contactText(contactNow(session)); });
    rows.note([&session] { return earthText(session); });
    rows.button({"bestFit", tr("Best fit")},
                tr("Set the base level so that the largest gap, up or down, is as small as can be"), [&session] {
                    const auto built = session.document.built();
                    if (!built) return;
                    session.document.editItem(tr("Best fit"), session.selection.last(), [&](Item& i) {
                        auto& b = std::get<Building>(i.body);
                        b.position.z = bestBase(outlinesOf(b), built->land.natural, b.position.z);
                    });
                });
    rows.button({"addPlinth", tr("Add plinth")},
                tr("A wall under the building's edge down into the ground, where it stands clear of it"), [&session] {
                    const auto built = session.document.built();
                    const Building* b = buildingOf(session);
                    if (!b || !built) return;
                    const Contact c = contactOf(outlinesOf(*b), b->position.z, built->land.field);
                    takeStep(session, tr("Add plinth"), PlinthStep{{}, (std::max(c.highest, 0.0f) + 0.3f) / b->scale});
                });
}

} // namespace thallos
