// The tools of all verbs, and which leaf of the stem picks which.
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include "app/panes/tool.h"
#include "app/work/session.h"

namespace thallos {

// Settings of the ground brushes; kept for each kind, not part of the document.
struct BrushSettings {
    Brush brushes[13]{
        {BrushKind::Raise, 6, 0.12f, 0.7f}, {BrushKind::Lower, 6, 0.12f, 0.7f},  {BrushKind::Level, 6, 0.5f, 0.5f},
        {BrushKind::Ramp, 3, 1, 0.5f},      {BrushKind::Smooth, 8, 0.35f, 0.6f}, {BrushKind::Roughen, 8, 0.05f, 0.7f},
        {BrushKind::Slump, 8, 1, 0.4f},     {BrushKind::Rut, 0.35f, 0.03f, 1},   {BrushKind::Restore, 6, 0.4f, 0.6f},
        {BrushKind::Protect, 4, 1, 0.3f},   {BrushKind::Release, 4, 1, 0.3f},    {BrushKind::Paint, 1.2f, 0.6f, 0.5f},
        {BrushKind::Wipe, 1.2f, 0.6f, 0.5f}};                            // in order
    BrushKind sculpting = BrushKind::Raise, painting = BrushKind::Paint; // that are chosen
    bool levelChosen = false; // Level has a height of its own; else that where a stroke begins
    Brush& of(BrushKind kind) { return brushes[static_cast<int>(kind)]; }
};

struct Leaf {
    QString id, label, icon, tip, shortcut;
    Tool* tool = nullptr;                  // a way of working, or
    std::function<void()> action;          // one thing done at once
    std::function<QString()> picture = {}; // a file that is shown instead of the icon, where there is one
};

class Tools {
public:
    explicit Tools(Session& session);

    std::vector<Leaf> leaves[kVerbs];
    Tool* hand = nullptr;     // where no leaf is picked and the verb has things to move
    Tool* look = nullptr;     // where it has none
    Tool* measure = nullptr;  // of every verb, like the next
    Tool* specimen = nullptr; // plants one at each click
    Tool* part = nullptr;     // marks what of the picture is refined alone
    BrushSettings brushes;
    QString species = "Apple"; // that the specimen tool plants
    int planting = 1;          // of the next drift: an index into plantings()
    // At the end of the verb's leaves.
    void add(Verb verb, Leaf leaf) { leaves[static_cast<int>(verb)].push_back(std::move(leaf)); }
    // Kept as long as these.
    Tool* own(std::unique_ptr<Tool> tool);
    // Actions that need a window (opening files) are set by it.
    void setAction(const QString& id, std::function<void()> action);
    QString speciesPicture() const; // a file, which may not be there
    // The brush of the tool, if it is one.
    Brush* brushOf(const Tool* tool);

private:
    void seatLeaves();
    void dropToGround();
    void shapeLeaves();
    void coverLeaves();
    void frameLeaves();
    Session& session_;
    std::vector<std::unique_ptr<Tool>> owned_;
    Tool *sculpting_ = nullptr, *painting_ = nullptr;
};

} // namespace thallos
