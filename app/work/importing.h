// What is brought into the project from files: buildings, heights of the land, pictures of materials, plants. Each
// reads aside, then is one step of history, and says what it found.
#pragma once

#include <filesystem>
#include <functional>
#include <optional>
#include <vector>

#include "app/work/session.h"
#include "core/exchange/proxy_import.h"
#include "core/exchange/survey.h"

namespace thallos {

// Reads aside; `read` asks how it is to be taken. `folders`: where its textures may lie too.
void readModel(Session& session, const std::filesystem::path& file, const std::vector<std::string>& folders,
               std::function<void(std::shared_ptr<const ForeignModel>)> read);
// What becomes of the land that a building model brings along.
enum class SiteUse { Terrain, Part, LeaveOut };
struct Placing {
    std::string name;       // empty: as the file names it
    std::optional<V2f> at;  // metres; none: a free place near the centre
    bool ownOrigin = false; // the file's own origin comes to the centre of the site, on its ground
    SiteUse site = SiteUse::Part;
    bool furniture = true;            // else left out
    bool location = false;            // the site takes the model's place on the earth and its north
    std::vector<std::string> folders; // that its textures were looked for in
};
// Names of the groups that are left out.
std::vector<std::string> leftOutBy(const Placing& placing);
// One step. The first building of a project is taken in by the shot that is shown. `whole`: as it was read, `model`
// without what is left out.
void placeBuilding(Session& session, const ForeignModel& whole, const ForeignModel& model,
                   const std::filesystem::path& file, const Placing& placing);
// A new project around a building: the site is some eight times as wide as that, and its first shot takes it in.
void beginAround(Session& session, const ForeignModel& whole, const ForeignModel& model,
                 const std::filesystem::path& file, const Placing& placing);

// Pictures of heights come with white at 1 m.
void readTerrain(Session& session, const std::filesystem::path& file,
                 std::function<void(std::shared_ptr<const HeightRaster>)> read);
// `enlarge`: the site becomes as large as the terrain at its place. One step.
void placeTerrain(Session& session, const std::shared_ptr<const HeightRaster>& raster, const TerrainPlace& place,
                  bool enlarge, const std::filesystem::path& file);
// Onto a surface of an item, by its name; each is the map that its name tells, or all are `map`.
void importPictures(Session& session, const std::vector<std::filesystem::path>& files, Id item,
                    const std::string& material, std::optional<Map> map = std::nullopt);
// A height map of the surface's colour map, worked out aside.
void makeRelief(Session& session, Id item, const std::string& material, const std::shared_ptr<const Picture>& color);
// A plant, thing or picture that somebody wants to plant; `read` asks for the rest.
void importPlant(Session& session, const std::filesystem::path& file,
                 std::function<void(std::shared_ptr<const ProxyDraft>)> read);
// A flat picture or a model of one as a card before the camera, across its view.
void setUpCard(Session& session, const ProxyDraft& draft, const ProxyOrder& order, bool mist);
// The project with all that was brought into it, in one folder.
void collectInto(Session& session, const std::filesystem::path& folder, std::shared_ptr<const PlantLibrary> library);

} // namespace thallos
