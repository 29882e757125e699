// Exchange files of the STEP form (ISO 10303-21), in which building models come: numbered entities, their arguments
// left as text until somebody asks.
#pragma once

#include <cstdint>
#include <deque>
#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace thallos {

struct StepEntity {
    uint64_t id = 0;
    std::string_view type;      // in capitals, as written
    std::string_view arguments; // what stands between the entity's brackets
};

struct StepFile {
    std::string text;
    std::string schema; // the first that the header names: "IFC2X3"
    std::vector<StepEntity> entities;
    std::unordered_map<uint64_t, size_t> index; // of entities, by number
    uint64_t last = 0;                          // the greatest number
    bool cut = false;                           // it ends, or a text in it never does, before its data does
    std::deque<std::string> own;                // arguments that are not as the text has them

    const StepEntity* find(uint64_t id) const;
};
// Throws Error::Unreadable when the text is no such file. What is cut off behind the last whole entity is left out, and
// told by `cut`; so is what names it, but that lists go on without it.
// The views point into the file's own text: it may be moved, not copied.
std::unique_ptr<const StepFile> readStep(std::string text);

// Those of an entity or of a list without its brackets, split at commas outside strings and brackets.
std::vector<std::string_view> stepArguments(std::string_view arguments);
// What stands between the brackets of a list; empty when it is none.
std::string_view stepList(std::string_view argument);
// Of "#12"; none when it is no reference.
std::optional<uint64_t> stepReference(std::string_view argument);
// All references anywhere in it.
std::vector<uint64_t> stepReferences(std::string_view arguments);
// A number; none when it is none.
std::optional<double> stepNumber(std::string_view argument);
// Of a string in quotes, as UTF-8: \X2\…\X0\, \X4\…\X0\, \X\.. and \S\. are resolved. Empty when it is none.
std::string stepText(std::string_view argument);

} // namespace thallos
