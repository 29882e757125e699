// What is done to the parts of a building that are selected: each one step of history, and one step of the building's
// model (core/model/steps.h).
#pragma once

#include <filesystem>
#include <functional>

#include "app/work/session.h"
#include "core/model/steps.h"

namespace thallos {

// Of the building that is selected; null: something else is, or several.
const Building* selectedBuilding(const Session& session);
// Keys of the parts that are selected.
PartNames selectedParts(const Session& session);
QString partName(const Building& building, int part); // as people read it
// Takes the step for the building that is selected; says so when that can't be.
void takeStep(Session& session, const QString& name, const ModelStep& step);
void takeSteps(Session& session, const QString& name, const std::vector<ModelStep>& steps);
// Shows in the panes what the step would make of a building, when it is still wanted once that is worked out.
void previewStep(Session& session, Id building, const ModelStep& step, std::function<bool()> wanted);
// Adds a material of its own for the parts that are selected, and works on that one.
void ownMaterial(Session& session);
void dropStep(Session& session, size_t index); // of the building that is selected; the later ones stay
void replaceParts(Session& session, const std::filesystem::path& file); // each by the model of the file
// Reads the building's file anew and puts it in the old one's place; says what came, went and changed.
void reimport(Session& session, const std::filesystem::path& file, const std::vector<std::string>& folders = {});
void deleteParts(Session& session);
void showParts(Session& session, bool shown); // in the panes and in renders
void selectAlike(Session& session);           // all that are the same thing as one of them
// Of the building, those that no shot sees; looks from all of them, aside.
void selectUnseen(Session& session);
void selectOfMaterial(Session& session); // all of the material of the last

} // namespace thallos
