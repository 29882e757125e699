// The handles by which the hand moves, turns and sizes what is selected: a ring to turn by, bars east and north, a
// staff upwards, a knob to size by, a diamond at the pivot. They lie on a level plate round it.
#pragma once

#include <array>
#include <optional>

#include <QPainter>

#include "app/panes/pane.h"

namespace thallos {

enum class Grip { None, Ground, Level, Free, Along, Across, Up, Turn, Size, Pivot };

// The level plate as it is drawn. Seen from eye height a level ring is a line that no pointer can follow: the plate
// never lies flatter than its ratio allows.
struct Plate {
    QPointF centre;
    V2f right{1, 0}, away{0, 1}; // of the view, in plan
    double ratio = 1, metre = 1; // height by width of the ring; metres a pixel

    QPointF toScreen(const V2f& plan) const {
        return centre + QPointF(plan.dot(right), -plan.dot(away) * ratio) / metre;
    }
    V2f toPlan(const QPointF& at) const {
        const QPointF d = (at - centre) * metre;
        return right * static_cast<float>(d.x()) - away * static_cast<float>(d.y() / ratio);
    }
};
// Round a point; nothing where the pane does not see it.
std::optional<Plate> plateAt(const Pane& pane, const V3f& at);

inline constexpr double kBar = 66; // pixels from the pivot to the end of a bar

struct Handles {
    QPointF centre, knob;
    std::array<QPointF, 2> bar;
    std::optional<QPointF> staff; // none: seen end on
    QPolygonF ring;               // empty: there are none
};
// `turn`: of the axes that the bars lie along, radians from east.
Handles handlesAt(const Pane& pane, const V3f& pivot, float turn);
Grip gripAt(const Handles& handles, const QPointF& at);
// With the one that is held or pointed at brighter. `ownAxes`: the bars are named A and B instead of E and N.
void drawHandles(QPainter& painter, const Handles& handles, Grip over, bool ownAxes);

} // namespace thallos
