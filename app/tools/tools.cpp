#include "app/tools/tools.h"

#include <algorithm>

#include "app/tools/makers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

Brush& BrushSettings::of(BrushKind kind) {
    switch (kind) {
    case BrushKind::Raise:
        return raise;
    case BrushKind::Lower:
        return lower;
    case BrushKind::Smooth:
        return smooth;
    case BrushKind::Gravel:
        return gravel;
    case BrushKind::MeadowSoil:
        return soil;
    }
    return raise;
}

Tools::Tools(Session& session) : session_(session) {
    hand = own(makeMoveTool(session));
    look = own(makeLookTool(session));
    measure = own(makeMeasureTool(session));
    part = own(makePartTool(session));
    seatLeaves();
    shapeLeaves();
    add(Verb::Plant, {"pick",
                      tr("Pick"),
                      "leaf-plant-pick",
                      tr("Select planting in the picture; move, turn and size it or single specimens"),
                      "M",
                      hand,
                      {}});
    eachItemKind([&](const auto& kind) { kind.addTools(session_, *this); });
    coverLeaves();
    frameLeaves();
}

Tool* Tools::own(std::unique_ptr<Tool> tool) {
    owned_.push_back(std::move(tool));
    return owned_.back().get();
}

Tool* Tools::brush(BrushKind kind) {
    Tool* t = own(makeBrushTool(session_, *this, kind));
    brushTools_.emplace_back(t, kind);
    return t;
}

void Tools::seatLeaves() {
    add(Verb::Seat, {"open",
                     tr("Open"),
                     "leaf-seat-open",
                     tr("Bring a building or prop from a model file into the picture"),
                     "Ctrl+I",
                     nullptr,
                     {}});
    add(Verb::Seat, {"move",
                     tr("Move"),
                     "leaf-seat-move",
                     tr("Select and drag things over the site; they keep to the ground"),
                     "M",
                     hand,
                     {}});
    add(Verb::Seat, {"turn",
                     tr("Turn"),
                     "leaf-seat-turn",
                     tr("Turn the selection, so that other faces catch the light"),
                     "R",
                     own(makeTurnTool(session_)),
                     {}});
    add(Verb::Seat, {"size",
                     tr("Size"),
                     "leaf-seat-size",
                     tr("Make the selection larger or smaller about its pivot"),
                     "Z",
                     own(makeSizeTool(session_)),
                     {}});
    add(Verb::Seat, {"drop", tr("Drop"), "leaf-seat-drop", tr("Set the selected building down on the ground under it"),
                     "G", nullptr, [this] { dropToGround(); }});
}

void Tools::dropToGround() {
    const std::vector<Id>& ids = session_.selection.leaves();
    const bool any =
        std::any_of(ids.begin(), ids.end(), [this](Id id) { return bodyOf<Building>(session_.document.item(id)); });
    const HeightField* ground = session_.document.ground();
    if (!any || !ground) {
        Q_EMIT session_.message(tr("Select a building first, then drop it."));
        return;
    }
    session_.editSelected(tr("Drop to the ground"), [&](Item& i) {
        if (auto* b = std::get_if<Building>(&i.body)) b->position.z = seatHeight(*b, *ground);
    });
}

void Tools::shapeLeaves() {
    add(Verb::Shape, {"pick",
                      tr("Pick"),
                      "leaf-plant-pick",
                      tr("Select pads and water in either pane, and move what can be moved"),
                      "M",
                      hand,
                      {}});
    add(Verb::Shape, {"raise",
                      tr("Raise"),
                      "leaf-shape-raise",
                      tr("Bring earth: the ground rises under the brush"),
                      "U",
                      brush(BrushKind::Raise),
                      {}});
    add(Verb::Shape, {"lower",
                      tr("Lower"),
                      "leaf-shape-lower",
                      tr("Take earth away: the ground sinks under the brush"),
                      "L",
                      brush(BrushKind::Lower),
                      {}});
    add(Verb::Shape, {"smooth",
                      tr("Smooth"),
                      "leaf-shape-smooth",
                      tr("Soften banks and bumps under the brush"),
                      "O",
                      brush(BrushKind::Smooth),
                      {}});
}

void Tools::coverLeaves() {
    add(Verb::Shape, {"gravel",
                      tr("Gravel"),
                      "leaf-shape-gravel",
                      tr("Paint gravel; plants keep off it"),
                      "V",
                      brush(BrushKind::Gravel),
                      {}});
    add(Verb::Shape, {"soil",
                      tr("Soil"),
                      "leaf-shape-soil",
                      tr("Paint meadow soil back over gravel"),
                      "N",
                      brush(BrushKind::MeadowSoil),
                      {}});
}

void Tools::frameLeaves() {
    add(Verb::Frame,
        {"look", tr("Look"), "leaf-frame-look", tr("Look and walk around without changing the shot"), "M", look, {}});
    add(Verb::Frame, {"stand",
                      tr("Stand"),
                      "leaf-frame-stand",
                      tr("Put the camera where you click, at eye height"),
                      "P",
                      own(makeStandTool(session_)),
                      {}});
    add(Verb::Frame, {"upright", tr("Plumb"), "leaf-frame-upright",
                      tr("Turn the tilt of the camera into lens shift, so that walls stand plumb"), "U", nullptr,
                      [this] { session_.view.look(upright(session_.view.shot().camera)); }});
    add(Verb::Frame, {"keep", tr("Keep"), "leaf-frame-keep", tr("Keep the view you looked up in the shot"), "K",
                      nullptr, [this] { session_.view.keepLook(); }});
}

void Tools::setAction(const QString& id, std::function<void()> action) {
    for (auto& verb : leaves)
        for (Leaf& leaf : verb)
            if (leaf.id == id) leaf.action = action;
}

Brush* Tools::brushOf(const Tool* tool) {
    for (const auto& [t, kind] : brushTools_)
        if (t == tool) return &brushes.of(kind);
    return nullptr;
}

} // namespace thallos
