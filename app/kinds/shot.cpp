// Shots in the window.
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"
#include "app/work/session.h"

namespace thallos {

namespace {

QString detail(const Shot& s, const Item&, Session& session) {
    switch (session.view.verb()) {
    case Verb::Frame:
        return tr("%1 mm").arg(decimalText(s.camera.focal, 0));
    case Verb::Finish:
        return tr("%1 × %2").arg(s.size.x).arg(s.size.y);
    default:
        return clockText(s.daylight.time.hour);
    }
}

} // namespace

template <> const ItemKind<Shot>& itemKindOf<Shot>() {
    static const ItemKind<Shot> kind{
        .name = Text("shot"),
        .verb = Verb::Frame,
        .icon = "verb-frame",
        .detail = detail,
        .rows = kNothing, // its values are those of the verbs that work on the picture
        .rowsState = kNothing,
        .outline = kNothing,
        .drawOver = kNothing,
        .drawPlan = kNothing, // the plan draws the camera of the shot that is shown
        .drawGround = kNothing,
        .space = [](const Shot& s,
                    const HeightField* ground) { return standing(kindOf<Shot>().extent(s), 0.5f, ground); },
        .takesMaterials = false,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
