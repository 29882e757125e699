// Project files: one SQLite file with the document as JSON and large things by content hash. Save is one transaction,
// save-as writes beside and renames: the file on disk is always a whole project. It keeps its last ten saved states.
#pragma once

#include <filesystem>
#include <optional>
#include <vector>

#include "core/project/json.h"

namespace thallos {

// Throws Error::Missing, Unreadable, Invalid or Newer. The file is not changed, but for a save that was cut short,
// which is rolled back. With a `report` more is opened: a file of a later version as far as it is understood; a damaged
// one without the parts that are gone, or as it was saved before; values out of range are mended. What is `later` or
// `damaged` is to be saved under another name, for saving it in place would lose the rest.
Project openProject(const std::filesystem::path& file, OpenReport* report = nullptr);
// In place when `file` is already a project file, else beside and renamed. Only what changed is packed and written.
// Throws Error::Invalid of check() before anything is written, and Error::Unwritable; the old file stays whole.
void saveProject(const Project& project, const std::filesystem::path& file);
// Always beside and renamed.
void saveProjectAs(const Project& project, const std::filesystem::path& file);

} // namespace thallos
