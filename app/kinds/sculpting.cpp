// Layers that were sculpted by hand, in the window.
#include "app/inspector/rows.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

template <> const ItemKind<Sculpting>& itemKindOf<Sculpting>() {
    static const ItemKind<Sculpting> kind{
        .name = Text("sculpting"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-raise",
        .detail = [](const Sculpting&, const Item& item, Session& session) { return earthText(item.id, session); },
        .rows =
            [](const Sculpting&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name), tr("sculpting"));
                rows.note([] { return tr("Brushes work on this layer while it is selected."); });
            },
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
