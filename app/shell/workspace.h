// The body of the window: stem and leaves, the two panes, day band and shot strip, and the right column. Knows which
// pane is large, which tool is in use, and where everything stood the last time.
#pragma once

#include <array>
#include <map>
#include <optional>

#include <QWidget>

#include "app/panes/pane.h"
#include "app/tools/tools.h"
#include "app/work/engine.h"
#include "app/work/session.h"

class QSplitter;

namespace thallos {

class Commands;
class DayBand;
class Inspector;
class ItemList;
class Leaves;
class ShotStrip;
class Stem;

class Workspace : public QWidget {
    Q_OBJECT
public:
    Workspace(Session& session, Engine& engine, Tools& tools, const Commands& commands, QWidget* parent);

    ShotPane& shotPane() { return *shotPane_; }
    PlanPane& planPane() { return *planPane_; }
    Pane& mainPane() { return planIsMain_ ? static_cast<Pane&>(*planPane_) : *shotPane_; }
    QWidget& mainPlace() { return *mainPlace_; } // where the main pane lies
    Pane& activePane();                          // that has the focus, or the main one
    std::array<Pane*, 2> panes() const;
    // Where the pointer or a drop is; nothing outside the panes.
    std::optional<PanePoint> placeAt(const QPoint& inWindow) const;
    ItemList& items() { return *items_; }
    ShotStrip& shots() { return *shots_; }
    Inspector& inspector() { return *inspector_; }

    void swapPanes();
    bool companionApart() const { return companionWindow_ != nullptr; }
    void setCompanionApart(bool apart); // into a window of its own, for a second monitor
    void focusNextRegion();

    void pickLeaf(const QString& id); // of the verb that is shown
    void toggle(Tool* tool);          // one of every verb, or back to the tool before it
    void setTool(Tool* tool);

    void frame(bool all); // what is selected, or the whole site, in the pane that has the focus
    void lookFrom(std::optional<double> bearing);
    void goTo(Id id); // found by typing

    void restorePlaces();
    void savePlaces();

signals:
    void toolChanged();

protected:
    bool eventFilter(QObject* object, QEvent* event) override;

private:
    void build();
    void arrange();
    void showVerb();
    Box3f spaceOfSelected() const; // of all buildings when nothing is selected

    Session& session_;
    Engine& engine_;
    Tools& tools_;
    const Commands& commands_; // whose keys the companion's window has too
    Stem* stem_;
    Leaves* leaves_;
    ShotPane* shotPane_;
    PlanPane* planPane_;
    ItemList* items_;
    Inspector* inspector_;
    DayBand* dayBand_;
    ShotStrip* shots_;
    QWidget *mainPlace_, *companionPlace_;
    QSplitter *columns_, *rightSplit_;
    QWidget* companionWindow_ = nullptr;
    Tool* before_ = nullptr; // the tool before one of every verb
    bool planIsMain_ = false;
    std::map<int, bool> planOfVerb_; // which pane each verb had in the main place
};

} // namespace thallos
