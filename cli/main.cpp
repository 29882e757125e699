// thallos-cli: the work without a window.
#include <cstdio>

#include "cli/commands.h"
#include "core/base/error.h"

int main(int argc, char** argv) {
    CLI::App app("Thallos without a window: sites, terrain, planting, light and renders");
    app.name("thallos-cli");
    app.require_subcommand(1);
    app.fallthrough();
    app.set_version_flag("--version", THALLOS_VERSION);
    app.add_flag("--json", thallos::printJson, "print one JSON object on standard output");
    thallos::addDocumentCommands(app);
    thallos::addCheckCommands(app);
    thallos::addLibraryCommands(app);
    thallos::addLightCommands(app);
    thallos::addPictureCommands(app);
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        // Help is no error; everything else here is wrong usage.
        return app.exit(e) == 0 ? 0 : 2;
    } catch (const thallos::Error& e) {
        std::fprintf(stderr, "%s\n", e.what());
        return 1;
    } catch (const std::bad_alloc&) {
        std::fprintf(stderr, "There is not enough memory for this.\n");
        return 1;
    } catch (const std::exception& e) {
        std::fprintf(stderr, "%s\n", e.what());
        return 1;
    }
}
