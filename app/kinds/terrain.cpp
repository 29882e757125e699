// What the ground starts from, in the window.
#include "app/inspector/rows.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

void rows(const Terrain& t, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name),
                 t.survey.empty() ? tr("generated terrain") : tr("surveyed terrain"));
    reliefRows(rows);
}

} // namespace

template <> const ItemKind<Terrain>& itemKindOf<Terrain>() {
    static const ItemKind<Terrain> kind{
        .name = Text("terrain"),
        .verb = Verb::Shape,
        .icon = "kind-terrain",
        .detail =
            [](const Terrain&, const Item&, Session& session) {
                const auto built = session.document.built();
                if (!built) return QString();
                const V2f range = built->land.bare.range();
                return tr("%1 to %2").arg(lengthText(range.x, 1), lengthText(range.y, 1));
            },
        .rows = rows,
        .rowsState = kNothing,
        .outline = kNothing,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = kNothing,
        .takesMaterials = false,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
