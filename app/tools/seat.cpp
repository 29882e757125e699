#include "app/tools/makers.h"

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

} // namespace

std::unique_ptr<Tool> makeFigureTool(Session& session) {
    return std::make_unique<FigureTool>(session);
}

} // namespace thallos
