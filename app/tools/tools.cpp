#include "app/tools/tools.h"

#include <algorithm>

#include "app/tools/makers.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "app/work/kind.h"

namespace thallos {

bool onGround(Session& session, const PanePoint& point) {
    const Item* on = session.document.item(point.item);
    if (bodyOf<Building>(on)) {
        Q_EMIT session.message(QObject::tr("%1 is in front of the ground. Click the ground beside it.")
                                   .arg(QString::fromStdString(on->name)));
        return false;
    }
    if (!point.ground) Q_EMIT session.message(QObject::tr("Click the ground inside the site."));
    return point.ground.has_value();
}

bool atCentre(const Pane& pane, const V3f& place) {
    const auto at = pane.toScreen(place);
    return at && QLineF(*at, QRectF(pane.rect()).center()).length() < 10;
}

Tools::Tools(Session& session) : session_(session) {
    hand = own(makeMoveTool(session));
    look = own(makeLookTool(session));
    measure = own(makeMeasureTool(session));
    part = own(makePartTool(session));
    seatLeaves();
    shapeLeaves();
    add(Verb::Plant, {"pick",
                      tr("Select"),
                      "leaf-plant-pick",
                      tr("Select planting; move, rotate and scale it or single specimens"),
                      "M",
                      hand,
                      {}});
    add(Verb::Plant, {"species",
                      tr("Species"),
                      "leaf-plant-lawn",
                      tr("What the Specimen tool plants; click for the plant library"),
                      "Ctrl+B",
                      nullptr,
                      {},
                      [this] { return speciesPicture(); }});
    eachItemKind([&](const auto& kind) { kind.addTools(session_, *this); });
    coverLeaves();
    add(Verb::Shape, {"section",
                      tr("Section"),
                      "leaf-shape-section",
                      tr("Draw a line and read the ground along it, as it is and as it was"),
                      "X",
                      own(makeSectionTool(session_)),
                      {}});
    add(Verb::Shape,
        {"sight", tr("Sight line"), "leaf-shape-sight",
         tr("Lower the ground where it hides the foot of the selected building, or of the one in the middle "
            "of the shot"),
         "E", nullptr, [this] { clearSight(session_); }});
    frameLeaves();
}

QString Tools::speciesPicture() const {
    const auto built = session_.document.built();
    const int at = built ? built->library->find(species.toStdString()) : -1;
    if (at < 0) return {};
    std::filesystem::path file = built->library->species()[static_cast<size_t>(at)].file;
    return QString::fromStdString(file.replace_extension(".jpg").string());
}

Tool* Tools::own(std::unique_ptr<Tool> tool) {
    owned_.push_back(std::move(tool));
    return owned_.back().get();
}

void Tools::seatLeaves() {
    add(Verb::Seat, {"move",
                     tr("Select"),
                     "leaf-seat-move",
                     tr("Select and drag items over the site; they keep to the ground"),
                     "M",
                     hand,
                     {}});
    add(Verb::Seat,
        {"open", tr("Import"), "leaf-seat-open", tr("Import a building or prop from a file"), "Ctrl+I", nullptr, {}});
    add(Verb::Seat,
        {"turn", tr("Rotate"), "leaf-seat-turn", tr("Rotate the selection"), "R", own(makeTurnTool(session_)), {}});
    add(Verb::Seat, {"size",
                     tr("Scale"),
                     "leaf-seat-size",
                     tr("Scale the selection about its pivot"),
                     "Z",
                     own(makeSizeTool(session_)),
                     {}});
    add(Verb::Seat, {"drop", tr("Drop"), "leaf-seat-drop", tr("Set the selected building down on the ground below it"),
                     "G", nullptr, [this] { dropToGround(); }});
    add(Verb::Seat, {"pickMaterial",
                     tr("Pick up"),
                     "leaf-seat-pick",
                     tr("Take the material of a part that you click for the one you work on"),
                     "E",
                     own(makePickTool(session_)),
                     {}});
}

void Tools::dropToGround() {
    const std::vector<Id>& ids = session_.selection.leaves();
    const bool any =
        std::any_of(ids.begin(), ids.end(), [this](Id id) { return bodyOf<Building>(session_.document.item(id)); });
    const HeightField* ground = session_.document.ground();
    if (!any || !ground) {
        Q_EMIT session_.message(tr("Select a building first."));
        return;
    }
    session_.editSelected(tr("Drop to the ground"), [&](Item& i) {
        if (auto* b = std::get_if<Building>(&i.body)) b->position.z = seatHeight(*b, *ground);
    });
}

void Tools::shapeLeaves() {
    add(Verb::Shape,
        {"pick", tr("Select"), "leaf-plant-pick", tr("Select what makes the ground in either pane"), "M", hand, {}});
    sculpting_ = own(makeBrushTool(session_, *this, brushes.sculpting));
    add(Verb::Shape, {"sculpt",
                      tr("Sculpt"),
                      "leaf-shape-raise",
                      tr("Raise, lower, level, smooth, roughen or slump the ground under a brush"),
                      "U",
                      sculpting_,
                      {}});
}

void Tools::coverLeaves() {
    painting_ = own(makeBrushTool(session_, *this, brushes.painting));
    add(Verb::Shape, {"cover",
                      tr("Cover"),
                      "leaf-shape-gravel",
                      tr("Paint a cover of the ground, or wipe it off"),
                      "V",
                      painting_,
                      {}});
}

void Tools::frameLeaves() {
    add(Verb::Frame,
        {"look", tr("Walk"), "leaf-frame-look", tr("Walk and look around; the saved shot stays"), "M", look, {}});
    add(Verb::Frame, {"stand",
                      tr("Station"),
                      "leaf-frame-stand",
                      tr("Click to place the camera at eye height"),
                      "P",
                      own(makeStandTool(session_)),
                      {}});
    add(Verb::Frame, {"upright", tr("Plumb"), "leaf-frame-upright", tr("Correct verticals: turn tilt into lens shift"),
                      "U", nullptr, [this] { session_.view.look(upright(session_.view.shot().camera)); }});
    add(Verb::Frame, {"keep", tr("Update"), "leaf-frame-keep", tr("Save this view to the shot"), "K", nullptr,
                      [this] { session_.view.keepLook(); }});
}

void Tools::setAction(const QString& id, std::function<void()> action) {
    for (auto& verb : leaves)
        for (Leaf& leaf : verb)
            if (leaf.id == id) leaf.action = action;
}

Brush* Tools::brushOf(const Tool* tool) {
    if (tool && tool == sculpting_) return &brushes.of(brushes.sculpting);
    if (tool && tool == painting_) return &brushes.of(brushes.painting);
    return nullptr;
}

} // namespace thallos
