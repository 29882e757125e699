// Makes a proxy to plant out of what was modelled or photographed elsewhere: finds out what its materials stand for,
// repairs what goes wrong on the way from program to program, makes it light enough, and tells what was done.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "core/base/text.h"
#include "core/exchange/foreign.h"
#include "core/planting/species.h"

namespace thallos {

struct ProxyMaterial {
    std::string name; // of the file's material
    PartRole role = PartRole::Other;
    int64_t triangles = 0;
};

// What was read, and what it seems to be.
struct ProxyDraft {
    Model model;
    std::vector<ProxyMaterial> materials; // of the model
    float height = 1;                     // metres as the file has it; of flat pictures: unknown, 1
    bool flat = false;                    // a picture on a card
    bool lies = false;                    // a plant on its side: its file has another axis upwards
    SpeciesKind kind = SpeciesKind::Thing;
    std::vector<Text> notes; // of what was odd in the file, or was done to a flat picture
};
// By the names of materials, their pictures and the form of what bears them.
ProxyDraft draftOf(Model model);
ProxyDraft draftOf(ForeignModel read); // and what was odd in its file
// Cut out by its alpha, or from an even background. Throws Error::Unreadable when nothing is to be seen in it.
ProxyDraft draftOf(const Picture& picture, const std::string& name);

struct ProxyOrder {
    std::string name;
    SpeciesKind kind = SpeciesKind::Thing;
    float height = 1;            // metres in truth, 0.02 to 60
    bool turns = false;          // of flat pictures: towards whoever looks
    bool upright = false;        // turned up, what lies
    std::vector<PartRole> roles; // of the materials
    Rights rights;
};

struct ProxyMade {
    std::string recipe; // as parseRecipe() reads it
    std::shared_ptr<const Model> model;
    std::vector<Text> report; // a sentence for each thing that was recognised, repaired or left
    int64_t trianglesBefore = 0, trianglesAfter = 0;
    size_t bytesBefore = 0, bytesAfter = 0; // of meshes and pictures in memory
};
// Throws Error::Invalid for a height out of range or a name that is empty.
ProxyMade makeProxy(const ProxyDraft& draft, const ProxyOrder& order);
// The species as the library would have it.
Species speciesOf(const ProxyMade& made);

// Writes the model and then the recipe into the folder, which is made; names that are taken get a number. Returns the
// recipe's file. Throws Error::Unwritable.
std::filesystem::path keepProxy(const ProxyMade& made, const std::filesystem::path& folder);

// A flat picture as a thing that stands still: a backdrop for what glass mirrors, or mist. `mist`: by share of light.
Model cardOf(const ProxyDraft& flat, float height, bool mist);

} // namespace thallos
