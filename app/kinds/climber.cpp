// Climbers in the window.
#include <algorithm>

#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "core/project/climb.h"

namespace thallos {

namespace {

void rows(const Climber& c, const Item& item, Rows& rows) {
    Session& session = rows.session();
    const Id id = item.id;
    rows.heading(QString::fromStdString(item.name), tr("climber"));
    QStringList names;
    std::vector<std::string> species;
    if (const auto built = session.document.built())
        for (const Species& s : built->library->species())
            if (std::holds_alternative<ClimberRecipe>(s.recipe.growth)) {
                species.push_back(s.recipe.name);
                names << libraryName(s.recipe.name);
            }
    const auto now = [&session, id] { return bodyOf<Climber>(session.document.item(id)); };
    rows.choice(
        {"species", tr("Species")}, names, tr("Climbing species"),
        [now, species] {
            const auto at = now() ? std::find(species.begin(), species.end(), now()->species) : species.end();
            return at == species.end() ? -1 : static_cast<int>(at - species.begin());
        },
        [&session, id, species](int i) {
            session.document.editItem(tr("Species"), id, [&](Item& x) {
                std::get<Climber>(x.body).species = species[static_cast<size_t>(i)];
            });
        });
    rows.bodyValue<Climber>({"height", tr("Height")}, ValueRange::length(0.3, 30, 3),
                            tr("Height of the longest shoots"), &Climber::height);
    if (bodyOf<Building>(session.document.item(c.on)))
        rows.bodyValue<Climber>({"width", tr("Width")}, ValueRange::length(0.3, 40, 3),
                                tr("Width of wall it may cover; windows, doors and eaves stay free"), &Climber::width);
    rows.seed<Climber>(tr("Another random growth"), &Climber::seed);
    rows.note([&session, now] {
        const Item* on = now() ? session.document.item(now()->on) : nullptr;
        return on ? tr("Attached to %1 and moves with it.").arg(QString::fromStdString(on->name)) : QString();
    });
}

std::vector<QPolygonF> outline(const Climber& c, const Item&, const Pane& pane) {
    std::vector<QPolygonF> lines;
    const Document& document = pane.session().document;
    if (const auto built = document.built()) pane.addSeen(outlineOf(document.project(), built->land.field, c), lines);
    return lines;
}

} // namespace

template <> const ItemKind<Climber>& itemKindOf<Climber>() {
    static const ItemKind<Climber> kind{
        .name = Text("climber"),
        .verb = Verb::Plant,
        .icon = "leaf-plant-specimen",
        .detail = [](const Climber& c, const Item&, Session&) { return lengthText(c.height); },
        .rows = rows,
        .rowsState = kNothing,
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = kNothing,
        .takesMaterials = false,
        .addTools = kNothing, // the specimen tool plants it
    };
    return kind;
}

} // namespace thallos
