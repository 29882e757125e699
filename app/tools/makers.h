// Makes the tools of each verb.
#pragma once

#include <memory>

#include "app/panes/tool.h"
#include "app/tools/tools.h"

namespace thallos {

// Whether the ground itself is clicked. What else is clicked, or nothing, is told.
bool onGround(Session& session, const PanePoint& point);

// Whether a place lies where Enter clicks.
bool atCentre(const Pane& pane, const V3f& place);

std::unique_ptr<Tool> makeMoveTool(Session& session);
std::unique_ptr<Tool> makeTurnTool(Session& session);
std::unique_ptr<Tool> makeSizeTool(Session& session);
std::unique_ptr<Tool> makeMeasureTool(Session& session);
std::unique_ptr<Tool> makeFigureTool(Session& session);
std::unique_ptr<Tool> makeWalkwayTool(Session& session);
std::unique_ptr<Tool> makePickTool(Session& session);

std::unique_ptr<Tool> makeBrushTool(Session& session, Tools& tools, const BrushKind& kind); // as it is chosen
std::unique_ptr<Tool> makePadTool(Session& session);
std::unique_ptr<Tool> makeWaterTool(Session& session);
std::unique_ptr<Tool> makeSectionTool(Session& session);

std::unique_ptr<Tool> makeSpecimenTool(Session& session, Tools& tools);

std::unique_ptr<Tool> makeLookTool(Session& session);
std::unique_ptr<Tool> makeStandTool(Session& session);
std::unique_ptr<Tool> makePartTool(Session& session);

} // namespace thallos
