// One drag of the hand: from where the pointer took hold and where it is, from what was typed meanwhile, and from what
// it is drawn to, the movement of what was selected at its beginning.
#pragma once

#include <optional>
#include <vector>

#include "app/tools/hand_handles.h"
#include "core/base/quantity.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

struct HandDrag {
    Grip grip = Grip::None;
    PanePoint from, now;
    Plate plate;
    V3f pivot{0}, grabbed{0};
    float axesTurn = 0;       // radians from east
    std::vector<V2f> corners; // that snap, with the pivot
    SnapTargets targets;
    QString typed; // so far

    Snapped snapped; // what it is drawn to now
    Movement movement;

    // Both of these from where the pointer is now.
    void update(const Pane& pane, const HandSettings& settings);
    QString readout() const;

private:
    V3f axis(Grip held) const;
    std::optional<V3f> shift(const Pane& pane) const;
    std::optional<double> read(Dimension dimension, const char* unit) const;
    std::optional<V3f> readShift(const V3f& by) const;
    void turn(const HandSettings& settings, bool fine);
    void size();
    void move(const Pane& pane, const HandSettings& settings, bool fine);
};

} // namespace thallos
