// thallos-importer: reads one foreign file and hands it back in our own form, so that whatever the file does to a
// reader happens here. The last line on standard error is the reason for a failure.
#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <fstream>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/text.h"
#include "core/exchange/reason.h"
#include "core/model/model_blob.h"
#include "importer/readers.h"

namespace fs = std::filesystem;
using namespace thallos;

bool thallos::within(const fs::path& file, const fs::path& folder) {
    std::error_code e;
    const fs::path f = fs::weakly_canonical(file, e), base = fs::weakly_canonical(folder, e);
    const auto [end, rest] = std::mismatch(base.begin(), base.end(), f.begin(), f.end());
    return end == base.end() && rest != f.end();
}

std::string thallos::wholeFile(const fs::path& file) {
    std::ifstream in(file, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

namespace {

fs::path stageFile;

void put(const fs::path& file, const std::string& bytes) {
    std::ofstream out(file, std::ios::binary);
    out << bytes;
    out.flush();
    if (!out)
        throw Error(Error::Kind::Unwritable, Text("The result could not be handed over"), "",
                    Text("Check that the disk is not full"));
}

} // namespace

void thallos::tellStage(const Text& stage) {
    if (stageFile.empty()) return;
    // Written beside and renamed: whoever reads it meanwhile gets one or the other.
    const fs::path beside = stageFile.string() + "~";
    std::ofstream(beside, std::ios::binary) << toJson(stage).dump();
    std::error_code e;
    fs::rename(beside, stageFile, e);
}

namespace {

int run(int argc, char** argv) {
    const std::string verb = argc > 1 ? argv[1] : "";
    if (verb == "model" && argc >= 9) {
        const Order order{argv[2], std::strtof(argv[5], nullptr), argv[6][0], std::string(argv[7]) == "plant",
                          std::vector<fs::path>(argv + 9, argv + argc)};
        const fs::path& file = order.file;
        const std::string ending = lowerExtension(file);
        stageFile = argv[8];
        tellStage(Text("reading the file"));
        const bool gltf = ending == ".glb" || ending == ".gltf";
        ForeignModel read = gltf ? readGltf(order) : ending == ".ifc" ? readIfc(order) : readWithAssimp(order);
        tellStage(Text("tidying its parts"));
        if (read.model.name.empty()) read.model.name = file.stem().string();
        if (!read.treeMade) plainTree(read.model);
        plainMaterials(read.model);
        const Tidied tidied = tidy(read.model);
        read.origin += V3d(tidied.shift);
        if (tidied.removed)
            read.notes.push_back(Text("%1 triangles without area or with broken corners left out", tidied.removed));
        const V3f size = bounds(read.model).size();
        const float largest = std::max({size.x, size.y, size.z});
        if (largest > 2000) read.notes.push_back(Text("Larger than 2 km: check its unit"));
        if (largest < 0.05f) read.notes.push_back(Text("Smaller than 5 cm: check its unit"));
        put(argv[3], packModel(read.model));
        put(argv[4], packNotes(read));
        return 0;
    }
    if (verb == "heights" && argc == 5) {
        put(argv[3], packHeights(readHeights(argv[2], std::strtof(argv[4], nullptr))));
        return 0;
    }
    if (verb == "picture" && argc == 5) {
        put(argv[3], packPicture(readPicture(argv[2], std::string(argv[4]) == "color")));
        return 0;
    }
    if (verb == "light" && argc == 4) {
        put(argv[3], packLight(readLight(argv[2])));
        return 0;
    }
    if (verb == "write-heights" && argc == 6) {
        writeHeights(argv[3], unpackHeights(wholeFile(argv[2])),
                     {std::strtof(argv[4], nullptr), std::strtof(argv[5], nullptr)});
        return 0;
    }
    std::fprintf(stderr,
                 "usage: thallos-importer model FILE OUT NOTES UNIT UP plant|model STAGE FOLDER… | picture FILE OUT "
                 "color|data | light FILE "
                 "OUT | heights FILE OUT PNG-HEIGHT | "
                 "write-heights IN FILE X Y\n");
    return 2;
}

} // namespace

int main(int argc, char** argv) {
    try {
        return run(argc, argv);
    } catch (const std::bad_alloc&) {
        std::fprintf(
            stderr, "%s\n",
            reasonOf(Text("%w needs more memory to read than it may have"), Text("Split or simplify it")).c_str());
    } catch (const Error& e) {
        std::fprintf(stderr, "%s\n", reasonOf(e.problem(), e.remedy()).c_str());
    } catch (const std::exception& e) {
        std::fprintf(stderr, "%s\n", reasonOf(Text::verbatim(e.what()), {}).c_str());
    }
    return 1;
}
