// A tool: what the pointer does in a pane. The same tool works in the shot and in the plan.
#pragma once

#include <QPainter>
#include <QString>

#include "app/panes/pane.h"

namespace thallos {

class Tool {
public:
    virtual ~Tool() = default;
    // Returns true to take the gesture.
    virtual bool press(Pane& pane, const PanePoint& point) = 0;
    virtual void move(Pane&, const PanePoint&) {}
    virtual void release(Pane&, const PanePoint&) {}
    virtual void doubleClick(Pane&, const PanePoint&) {}
    virtual void hover(Pane&, const PanePoint& point) { at_ = point; }
    virtual void leave() { at_.reset(); }
    // Whether presses on nothing and with Shift choose items, as without a tool.
    virtual bool selects() const { return false; }
    virtual bool key(Pane&, QKeyEvent*) { return false; }                      // true: taken
    virtual bool wheel(Pane&, double, Qt::KeyboardModifiers) { return false; } // notches; true: taken
    // Whether a press there takes hold of one of the tool's handles.
    virtual bool grips(const Pane&, const PanePoint&) const { return false; }
    // Whether the key is the tool's before it is a command of the window.
    virtual bool wants(const Pane&, const QKeyEvent&) const { return false; }
    // A drag or a drawing is under way: keys are the tool's.
    virtual bool busy() const { return false; }
    // Ends an unfinished gesture.
    virtual void cancel() {}
    virtual void draw(QPainter&, const Pane&) const {}
    virtual QString hint() const = 0; // what buttons and keys do now

protected:
    std::optional<PanePoint> at_;
};

} // namespace thallos
