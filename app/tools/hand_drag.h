// One drag of the hand: from where the pointer took hold and where it is, from what was typed meanwhile, and from what
// it is drawn to, the movement of what was selected at its beginning.
#pragma once

#include <array>
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
    // Fields that values are typed into: an angle, a factor or a distance along an axis; else distance, bearing from
    // north and rise.
    std::array<QString, 3> fields;
    int field = 0; // that is typed into now

    Snapped snapped; // what it is drawn to now
    Movement movement;

    QString& typed() { return fields[static_cast<size_t>(field)]; }
    bool anyTyped() const;
    void forgetTyped();
    void nextField(int by);
    // Both of these from where the pointer is now.
    void update(const Pane& pane, const HandSettings& settings);
    QString readout() const;

private:
    V3f axis(Grip held) const;
    std::optional<V3f> shift(const Pane& pane) const;
    int fieldCount() const;
    std::optional<float> read(int at, Dimension dimension, const char* unit) const;
    std::optional<float> readLength(int at) const;
    std::optional<V3f> readShift(const V3f& by) const;
    void turn(const HandSettings& settings, bool fine);
    void size();
    void move(const Pane& pane, const HandSettings& settings, bool fine);
};

} // namespace thallos
