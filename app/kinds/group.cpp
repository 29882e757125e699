// Groups in the window.
#include "app/inspector/rows.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

size_t sizeOf(const Item& item, Session& session) {
    return leaves(session.document.project(), {item.id}).size();
}

} // namespace

template <> const ItemKind<Group>& itemKindOf<Group>() {
    static const ItemKind<Group> kind{
        .name = Text("group"),
        .verb = Verb::Seat, // not asked: a group belongs where something that it holds does
        .icon = "ui-folder-open",
        .detail = [](const Group&, const Item& item,
                     Session& session) { return tr("%n item(s)", nullptr, static_cast<int>(sizeOf(item, session))); },
        .rows =
            [](const Group&, const Item& item, Rows& rows) {
                rows.heading(QString::fromStdString(item.name),
                             tr("group of %n item(s)", nullptr, static_cast<int>(sizeOf(item, rows.session()))));
                rows.note([] { return tr("Moves, turns and hides as one. Click again to select inside it."); });
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
