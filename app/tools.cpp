#include "app/tools.h"

#include "app/tools/drawing.h"
#include "app/tools/makers.h"

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
    auto own = [&](std::unique_ptr<Tool> tool) {
        owned_.push_back(std::move(tool));
        return owned_.back().get();
    };
    auto brush = [&](BrushKind kind) {
        Tool* t = own(makeBrushTool(session, *this, kind));
        brushTools_.emplace_back(t, kind);
        return t;
    };
    hand = own(makeMoveTool(session));
    look = own(makeLookTool(session));
    measure = own(makeMeasureTool(session));
    part = own(makePartTool(session));
    auto add = [&](Verb verb, Leaf leaf) { leaves[static_cast<int>(verb)].push_back(std::move(leaf)); };
    add(Verb::Seat, {"open",
                     toolText("Open"),
                     "leaf-seat-open",
                     toolText("Bring a building or prop from a model file into the picture"),
                     "Ctrl+I",
                     nullptr,
                     {}});
    add(Verb::Seat, {"move",
                     toolText("Move"),
                     "leaf-seat-move",
                     toolText("Select and drag things over the site; they keep to the ground"),
                     "M",
                     hand,
                     {}});
    add(Verb::Seat, {"turn",
                     toolText("Turn"),
                     "leaf-seat-turn",
                     toolText("Turn the selection, so that other faces catch the light"),
                     "R",
                     own(makeTurnTool(session)),
                     {}});
    add(Verb::Seat, {"size",
                     toolText("Size"),
                     "leaf-seat-size",
                     toolText("Make the selection larger or smaller about its pivot"),
                     "Z",
                     own(makeSizeTool(session)),
                     {}});
    add(Verb::Seat, {"drop", toolText("Drop"), "leaf-seat-drop",
                     toolText("Set the selected building down on the ground under it"), "G", nullptr, [this] {
                         bool any = false;
                         for (const Id id : session_.chosenLeaves()) any = any || bodyOf<Building>(session_.item(id));
                         if (!any || !session_.built()) {
                             Q_EMIT session_.message(toolText("Select a building first, then drop it."));
                             return;
                         }
                         session_.editChosen(toolText("Drop to the ground"), [&](Item& i) {
                             if (auto* b = std::get_if<Building>(&i.body))
                                 b->position.z = seatHeight(*b, session_.built()->natural);
                         });
                     }});
    add(Verb::Seat, {"figure",
                     toolText("Figure"),
                     "leaf-seat-figure",
                     toolText("Stand a person of 1.75 m in the picture to judge sizes by"),
                     "P",
                     own(makeFigureTool(session)),
                     {}});

    add(Verb::Shape, {"pick",
                      toolText("Pick"),
                      "leaf-plant-pick",
                      toolText("Select pads and water in either pane, and move what can be moved"),
                      "M",
                      hand,
                      {}});
    add(Verb::Shape, {"raise",
                      toolText("Raise"),
                      "leaf-shape-raise",
                      toolText("Bring earth: the ground rises under the brush"),
                      "U",
                      brush(BrushKind::Raise),
                      {}});
    add(Verb::Shape, {"lower",
                      toolText("Lower"),
                      "leaf-shape-lower",
                      toolText("Take earth away: the ground sinks under the brush"),
                      "L",
                      brush(BrushKind::Lower),
                      {}});
    add(Verb::Shape, {"smooth",
                      toolText("Smooth"),
                      "leaf-shape-smooth",
                      toolText("Soften banks and bumps under the brush"),
                      "O",
                      brush(BrushKind::Smooth),
                      {}});
    add(Verb::Shape, {"pad",
                      toolText("Level"),
                      "leaf-shape-level",
                      toolText("Level the ground under a building and batter it into the slope"),
                      "G",
                      own(makePadTool(session)),
                      {}});
    add(Verb::Shape, {"water",
                      toolText("Water"),
                      "leaf-shape-water",
                      toolText("Fill a hollow with water"),
                      "T",
                      own(makeWaterTool(session)),
                      {}});
    add(Verb::Shape, {"gravel",
                      toolText("Gravel"),
                      "leaf-shape-gravel",
                      toolText("Paint gravel; plants keep off it"),
                      "V",
                      brush(BrushKind::Gravel),
                      {}});
    add(Verb::Shape, {"soil",
                      toolText("Soil"),
                      "leaf-shape-soil",
                      toolText("Paint meadow soil back over gravel"),
                      "N",
                      brush(BrushKind::MeadowSoil),
                      {}});

    add(Verb::Plant, {"pick",
                      toolText("Pick"),
                      "leaf-plant-pick",
                      toolText("Select planting in the picture; move, turn and size it or single specimens"),
                      "M",
                      hand,
                      {}});
    add(Verb::Plant, {"specimen",
                      toolText("Specimen"),
                      "leaf-plant-specimen",
                      toolText("Plant single trees, shrubs or tufts by hand"),
                      "P",
                      own(makeSpecimenTool(session, *this)),
                      {}});
    add(Verb::Plant, {"drift",
                      toolText("Drift"),
                      "leaf-plant-drift",
                      toolText("Plant a natural group over an area that you draw"),
                      "R",
                      own(makeDriftTool(session)),
                      {}});
    add(Verb::Plant, {"clearing",
                      toolText("Clearing"),
                      "leaf-plant-clearing",
                      toolText("Keep plants out of an area that you draw"),
                      "C",
                      own(makeClearingTool(session)),
                      {}});

    add(Verb::Frame, {"look",
                      toolText("Look"),
                      "leaf-frame-look",
                      toolText("Look and walk around without changing the shot"),
                      "M",
                      look,
                      {}});
    add(Verb::Frame, {"stand",
                      toolText("Stand"),
                      "leaf-frame-stand",
                      toolText("Put the camera where you click, at eye height"),
                      "P",
                      own(makeStandTool(session)),
                      {}});
    add(Verb::Frame, {"upright", toolText("Plumb"), "leaf-frame-upright",
                      toolText("Turn the tilt of the camera into lens shift, so that walls stand plumb"), "U", nullptr,
                      [this] { session_.look(upright(session_.shot().camera)); }});
    add(Verb::Frame, {"keep", toolText("Keep"), "leaf-frame-keep", toolText("Keep the view you looked up in the shot"),
                      "K", nullptr, [this] { session_.keepLook(); }});
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
