// Covers of the ground, in the window.
#include "app/inspector/rows.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

template <> const ItemKind<Cover>& itemKindOf<Cover>() {
    static const ItemKind<Cover> kind{
        .name = Text("cover"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-gravel",
        .detail = kNothing,
        .rows =
            [](const Cover&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name), tr("cover"));
                rows.note([] { return tr("The Cover brush paints it while it is selected."); });
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
