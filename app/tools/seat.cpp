#include "app/tools/makers.h"

#include <algorithm>

#include "app/panes/drawing.h"
#include "app/words/numbers.h"

namespace thallos {

namespace {

class FigureTool : public Tool {
public:
    explicit FigureTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        if (!onGround(session_, point)) return true;
        Id id;
        Project next =
            added(session_.document.project(), tr("Figure").toStdString(), Figure{xy(*point.ground), 0}, &id);
        session_.document.edit(tr("Place figure"), std::move(next));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override { return tr("Click to place a scale figure, %1 high").arg(lengthText(1.75)); }

private:
    Session& session_;
};

// Takes the material that is clicked for the one that is worked on.
class PickTool : public Tool {
public:
    explicit PickTool(Session& s) : session_(s) {}
    bool press(Pane&, const PanePoint& point) override {
        const auto* from = bodyOf<Building>(session_.document.item(point.item));
        const auto* to = bodyOf<Building>(session_.selection.item());
        const auto given = static_cast<size_t>(std::max(point.material, 0));
        if (!to) {
            Q_EMIT session_.message(tr("Select the building or part that is to get the material first."), false);
            return true;
        }
        if (!from || point.material < 0 || given >= from->surfaces.size()) {
            Q_EMIT session_.message(tr("Click a part of a building whose material you want."), false);
            return true;
        }
        const Surface picked = from->surfaces[given];
        const Id id = session_.selection.last();
        const auto taking = static_cast<size_t>(session_.selection.material());
        session_.document.editItem(tr("Pick up material"), id, [&](Item& i) {
            auto& surfaces = std::get<Building>(i.body).surfaces;
            if (taking >= surfaces.size()) return;
            const std::string name = surfaces[taking].name;
            surfaces[taking] = picked;
            surfaces[taking].name = name;
        });
        Q_EMIT session_.message(
            tr("%1 is now like %2.")
                .arg(QString::fromStdString(to->surfaces[std::min(taking, to->surfaces.size() - 1)].name),
                     QString::fromStdString(picked.name)),
            false);
        return true;
    }
    QString hint() const override { return tr("Click a part: the material you work on becomes like its own"); }

private:
    Session& session_;
};

} // namespace

std::unique_ptr<Tool> makePickTool(Session& session) {
    return std::make_unique<PickTool>(session);
}

std::unique_ptr<Tool> makeFigureTool(Session& session) {
    return std::make_unique<FigureTool>(session);
}

} // namespace thallos
