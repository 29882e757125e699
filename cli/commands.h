// The subcommands of thallos-cli, in groups. Each adds itself to the program.
#pragma once

#include <CLI/CLI.hpp>
#include <nlohmann/json.hpp>

#include "core/base/vec.h"
#include "core/planting/species.h"

namespace thallos {

void addDocumentCommands(CLI::App& app); // info, dump, edit, new, import, ground, plants
void addCheckCommands(CLI::App& app);    // snags, health, contact
void addLibraryCommands(CLI::App& app);  // species, proxy, rights, collect
void addLightCommands(CLI::App& app);    // sun, daylight
void addPictureCommands(CLI::App& app);  // render, finish

// What came with Thallos and the user's own; of these, what can't be read is left out and told of on standard error.
std::shared_ptr<const PlantLibrary> plantLibrary();

// What a command prints: one JSON object with --json, else its lines.
extern bool printJson;
void report(const nlohmann::json& values);
V2f parsePair(const std::string& text, const char* what); // "a,b" or "axb"; throws Error::Invalid

} // namespace thallos
