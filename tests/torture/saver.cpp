// A process to be ended: writes one state of the test's project in one of the ways in which Thallos writes.
//   saver OLD|NEW save|save-as|autosave|collect|picture PLACE
#include <cstdio>
#include <cstring>
#include <string>

#include "core/finish/encode.h"
#include "core/jobs/collect.h"
#include "core/project/recovery.h"
#include "core/project/store.h"
#include "tests/torture/states.h"

using namespace thallos;

int main(int argc, char** argv) {
    if (argc != 4) return 2;
    const Project project = test::stateOf(!std::strcmp(argv[1], "NEW"));
    const std::string how = argv[2];
    const std::filesystem::path place = argv[3];
    try {
        if (how == "save") saveProject(project, place);
        if (how == "save-as") saveProjectAs(project, place);
        if (how == "autosave") {
            const WriterLock lock = lockSession(place, "session");
            writeRecovery(project, place, "session", "/somewhere/site.thallos");
        }
        if (how == "collect") collect(project, *PlantLibrary::of({}), place);
        if (how == "picture") writePicture(place, test::pictureOf(!std::strcmp(argv[1], "NEW")), "a comment");
        return 0;
    } catch (const std::exception& e) {
        std::fprintf(stderr, "%s\n", e.what());
        return 1;
    }
}
