#include "app/work/importing.h"

#include <cmath>

#include <Imath/ImathBoxAlgo.h>

#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/outside.h"
#include "core/base/text.h"
#include "core/exchange/site_body.h"
#include "core/jobs/collect.h"
#include "core/light/time_zone.h"
#include "core/material/relief_picture.h"
#include "core/project/land.h"
#include "core/project/surfaces.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

QString nameOf(const fs::path& file) {
    return QString::fromStdString(file.filename().string());
}

QString reading(const fs::path& file) {
    return tr("Reading %1").arg(nameOf(file));
}

// The middle of the site, or the nearest place to it where the model covers no building.
V2f freePlace(const Project& project, const Model& model) {
    const V3f size = bounds(model).size();
    const auto overlaps = [&](const V2f& p) {
        for (const Item* item : itemsOf<Building>(project)) {
            const auto* o = bodyOf<Building>(item);
            const V3f other = bounds(*o->model).size();
            if ((xy(o->position) - p).length() < 0.5f * (xy(size).length() + xy(other).length())) return true;
        }
        return false;
    };
    V2f at(0);
    for (int ring = 0; ring < 40 && overlaps(at); ++ring)
        for (int k = 0; k < 12 && overlaps(at); ++k)
            at = V2f(std::cos(static_cast<float>(k) * 0.5236f), std::sin(static_cast<float>(k) * 0.5236f)) *
                 (6.0f * static_cast<float>(ring + 1));
    return at;
}

} // namespace

namespace {

constexpr float kFirstBearing = 2.6f; // radians: from the south-south-east, two sides in the sun

Building buildingOf(const std::shared_ptr<const Model>& model, const fs::path& file, const V2f& at,
                    const HeightField* ground) {
    Building b;
    b.model = model;
    b.surfaces = model->materials;
    b.rights.source = plainLines(fs::absolute(file).string());
    b.position = {at.x, at.y, 0};
    if (ground) b.position.z = seatHeight(b, *ground);
    return b;
}

// The shot as it takes the building in.
Project takenIn(const Project& project, Id shot, const Building& b, const HeightField* ground) {
    const Item* item = find(project, shot);
    if (!bodyOf<Shot>(item) || item->locked) return project;
    Item copy = *item;
    Camera& camera = std::get<Shot>(copy.body).camera;
    camera = standingBefore(camera, Imath::transform(bounds(*b.model), transformOf(b)), kFirstBearing,
                            [ground](const V2f& p) { return ground ? ground->at(p) : 0; });
    return replaced(project, copy);
}

// `mended`: what of it the document could not have held.
void tellImported(Session& session, const ForeignModel& read, const std::vector<Text>& mended) {
    const Model& model = read.model;
    const V3f size = bounds(model).size();
    QStringList text{tr("Imported %1").arg(QString::fromStdString(model.name)),
                     tr("%n part(s)", nullptr, static_cast<int>(model.parts.size())),
                     tr("%n material(s)", nullptr, static_cast<int>(model.materials.size())),
                     sizeText(size.x, size.y, size.z)};
    if (read.building)
        text << tr("%n storey(s)", nullptr, read.building->storeys) << tr("%n door(s)", nullptr, read.building->doors)
             << tr("%n window(s)", nullptr, read.building->windows);
    if (!read.missing.empty()) text << tr("%n texture(s) not found", nullptr, static_cast<int>(read.missing.size()));
    for (const Text& note : read.notes) text << tr(note);
    for (const Text& sentence : mended) text << tr(sentence);
    Q_EMIT session.message(text.join(" · "), !read.missing.empty() || !read.notes.empty() || !mended.empty());
}

// What the document keeps of it.
std::shared_ptr<const Model> named(const ForeignModel& read, const std::string& name) {
    auto model = std::make_shared<Model>(read.model);
    if (!name.empty()) model->name = name;
    return model;
}

} // namespace

std::vector<std::string> leftOutBy(const Placing& placing) {
    std::vector<std::string> out;
    if (placing.site != SiteUse::Part) out.push_back(kSiteGroup);
    if (!placing.furniture) out.push_back(kFurnitureGroup);
    return out;
}

void readModel(Session& session, const fs::path& file, const std::vector<std::string>& folders,
               std::function<void(std::shared_ptr<const ForeignModel>)> read) {
    session.jobs.start(
        reading(file),
        [file, folders](Progress& progress) {
            ModelImport how;
            how.folders.assign(folders.begin(), folders.end());
            return std::make_shared<const ForeignModel>(importForeign(file, how, &progress));
        },
        std::move(read));
}

namespace {

Project withSurvey(const Project& project, const Surveyed& survey) {
    return withTerrain(project, [&](Terrain& t) { t.survey = survey.heights; });
}

struct Imported {
    Project before;
    Surveyed survey;
    Project after;
};

// The land it brings, under it as in its file; the project's other things move with the ground.
Project withSiteBody(const Project& project, const SiteBody& body, const V3f& shift, const Building& b,
                     const std::string& source) {
    // `shift`: from the whole model's space to that of what was placed.
    const TerrainPlace place{xy(b.position) + body.centre + xy(shift), b.position.z + shift.z};
    return lifted(project,
                  withSurvey(project, surveyed(project.ground->grid, body.raster, Fit::TrueSize, source, place)));
}

Project withLocation(const Project& project, const ForeignModel& read) {
    if (!read.building) return project;
    auto site = std::make_shared<Site>(*project.site);
    if (read.building->place) {
        site->place = *read.building->place;
        site->timeZone = timeZoneNear(site->place.latitude, site->place.longitude);
    }
    site->place.north = read.building->north;
    Project out = project;
    out.site = std::move(site);
    return zoned(out);
}

ReadFrom readFrom(const ForeignModel& read, const Placing& placing) {
    std::vector<std::string> folders;
    for (const std::string& f : placing.folders) folders.push_back(plainLines(f));
    return {read.unit, read.up, read.origin, leftOutBy(placing), folders, read.missing};
}

} // namespace

void placeBuilding(Session& session, const ForeignModel& whole, const ForeignModel& read, const fs::path& file,
                   const Placing& placing) {
    const Project& project = session.document.project();
    const HeightField* ground = session.document.ground();
    const auto model = named(read, placing.name);
    const V3f origin(read.origin);
    Building b = buildingOf(model, file,
                            placing.ownOrigin ? -xy(origin)
                            : placing.at      ? *placing.at
                                              : freePlace(project, *model),
                            ground);
    b.read = readFrom(read, placing);
    if (placing.ownOrigin) b.position.z = (ground ? ground->at(V2f(0)) : 0) - origin.z;
    const auto place = [&session, read, placing, b, name = model->name](Project next) {
        const HeightField* heights = session.document.ground();
        const bool first = itemsOf<Building>(next).empty();
        if (placing.location) next = withLocation(next, read);
        Id id;
        next = added(next, name, b, &id);
        if (first) {
            next = takenIn(next, session.view.shotId(), b, heights);
            session.view.dropLook();
        }
        std::vector<Text> told;
        session.document.edit(tr("Import model"), mended(next, told));
        session.selection.set(id);
        tellImported(session, read, told);
    };
    const auto body = placing.site == SiteUse::Terrain ? siteBodyOf(whole) : std::nullopt;
    if (!body) return place(project);
    // A step with the land, which takes its time.
    session.jobs.start(
        tr("Importing %1").arg(nameOf(file)),
        [project, body = *body, shift = V3f(read.origin - whole.origin), b,
         source = file.filename().string()](Progress&) { return withSiteBody(project, body, shift, b, source); },
        [&session, place, before = project](const Project& landed) {
            if (session.document.project() == before) return place(landed);
            Q_EMIT session.message(tr("The project was changed meanwhile. Import it once more."));
        });
}

void beginAround(Session& session, const ForeignModel& whole, const ForeignModel& read, const fs::path& file,
                 const Placing& placing) {
    const auto model = named(read, placing.name);
    const V3f size = bounds(*model).size();
    const auto body = placing.site == SiteUse::Terrain ? siteBodyOf(whole) : std::nullopt;
    float side = 8 * std::max(size.x, size.y);
    if (body) // all of its land, about the building
        for (const int k : {0, 1})
            side = std::max(side,
                            extent(body->raster)[k] +
                                2 * std::abs(body->centre[k] + static_cast<float>(read.origin[k] - whole.origin[k])));
    side = std::clamp(20 * std::ceil(side / 20), 100.0f, 2000.0f);
    Project project = withFinest(newProject({side, side}, side <= 400 ? 0.5f : side / 800, model->name), kUsualFinest);
    HeightField ground = naturalOf(project);
    Building b = buildingOf(model, file, V2f(0), &ground);
    b.read = readFrom(read, placing);
    if (body) {
        project = withSiteBody(project, *body, V3f(read.origin - whole.origin), b, file.filename().string());
        ground = naturalOf(project);
    }
    if (placing.location) project = withLocation(project, read);
    Id id;
    project = added(project, model->name, b, &id);
    project = takenIn(project, itemsOf<Shot>(project).front()->id, b, &ground);
    std::vector<Text> told;
    session.files.create(mended(project, told));
    session.selection.set(id);
    tellImported(session, read, told);
}

void readTerrain(Session& session, const fs::path& file,
                 std::function<void(std::shared_ptr<const HeightRaster>)> read) {
    session.jobs.start(
        reading(file),
        [file](Progress& progress) {
            const bool picture = isPicture(file) && lowerExtension(file).find(".tif") == std::string::npos;
            return std::make_shared<const HeightRaster>(importHeights(file, picture ? 1.0f : 0.0f, &progress));
        },
        std::move(read));
}

void placeTerrain(Session& session, const std::shared_ptr<const HeightRaster>& raster, const TerrainPlace& place,
                  bool enlarge, const fs::path& file) {
    session.jobs.start(
        tr("Importing %1").arg(nameOf(file)),
        [raster, place, enlarge, source = file.filename().string(), before = session.document.project()](Progress&) {
            const GroundGrid& now = before.ground->grid;
            const GroundGrid grid = enlarge ? enlargedGrid(now, *raster, place.centre) : now;
            const Project other = resized(before, grid.size(), grid.cell);
            const Surveyed s = surveyed(grid, *raster, Fit::TrueSize, source, place);
            return Imported{before, s, lifted(before, withSurvey(other, s))};
        },
        [&session, file](const Imported& i) {
            const Surveyed& s = i.survey;
            const Project& now = session.document.project();
            if (now.ground != i.before.ground) return; // another project by now
            const GroundGrid& grid = i.after.ground->grid;
            session.document.edit(tr("Import terrain"),
                                  now == i.before ? i.after
                                                  : lifted(now, withSurvey(resized(now, grid.size(), grid.cell), s)));
            QStringList text{tr("Terrain %1").arg(nameOf(file)), tr("everything moved with the ground")};
            if (s.unknown > 0)
                text << tr("%1 % of the heights were missing and were filled in from those around")
                            .arg(std::max(1.0, std::round(100.0 * s.unknown)));
            Q_EMIT session.message(text.join(" · "), s.unknown > 0);
        });
}

void importPictures(Session& session, const std::vector<fs::path>& files, Id item, const std::string& material,
                    std::optional<Map> only) {
    session.jobs.start(
        reading(files.front()),
        [files, only](Progress& progress) {
            Maps maps;
            for (const fs::path& f : files) {
                const auto map = only.value_or(mapNamed(f.stem().string()));
                maps.*map = std::make_shared<const Picture>(importPicture(f, map == &Maps::color, &progress));
            }
            return maps;
        },
        [&session, name = nameOf(files.front()), item, material](const Maps& maps) {
            if (!session.document.item(item)) return;
            session.document.editItem(tr("Apply texture"), item, [&](Item& i) {
                for (Surface* s : surfacesOf(i))
                    if (s->name == material) {
                        s->textureSize = s->textureSize > 0 ? s->textureSize : 1;
                        if (std::holds_alternative<Cover>(i.body) && s->maps.empty()) s->mixed = true;
                        if (maps.color) s->baseColor = Rgb(0.95f);
                        s->recipe.clear();
                        for (const Map map : kMaps)
                            if (maps.*map) s->maps.*map = maps.*map;
                    }
            });
            session.selection.set(item);
            Q_EMIT session.message(tr("%1 applied to %2.").arg(name, QString::fromStdString(material)), false);
        });
}

void makeRelief(Session& session, Id item, const std::string& material, const std::shared_ptr<const Picture>& color) {
    session.jobs.start(
        tr("Relief from colour map"), [color](Progress&) { return std::make_shared<const Picture>(reliefOf(*color)); },
        [&session, item, material](const std::shared_ptr<const Picture>& relief) {
            if (!session.document.item(item)) return;
            session.document.editItem(tr("Relief from colour map"), item, [&](Item& i) {
                for (Surface* s : surfacesOf(i))
                    if (s->name == material) s->maps.height = relief;
            });
        });
}

void importPlant(Session& session, const fs::path& file, std::function<void(std::shared_ptr<const ProxyDraft>)> read) {
    session.jobs.start(
        reading(file),
        [file](Progress& progress) {
            return std::make_shared<const ProxyDraft>(
                isPicture(file) ? draftOf(importPicture(file, true, &progress), file.stem().string())
                                : draftOf(importForeign(file, {.plant = true}, &progress)));
        },
        std::move(read));
}

void setUpCard(Session& session, const ProxyDraft& draft, const ProxyOrder& order, bool mist) {
    Building b;
    b.model = std::make_shared<const Model>(cardOf(draft, order.height, mist));
    b.surfaces = b.model->materials;
    b.rights = order.rights;
    const Camera camera = session.view.camera();
    const V2f ahead(std::sin(camera.yaw), std::cos(camera.yaw));
    const V2f at = xy(camera.position) + ahead * (1.2f * order.height);
    b.position = {at.x, at.y, 0};
    b.yaw = -camera.yaw;
    if (const HeightField* ground = session.document.ground()) b.position.z = ground->at(at);
    Id id;
    std::vector<Text> told;
    session.document.edit(tr("Place image card"), mended(added(session.document.project(), order.name, b, &id), told));
    session.selection.set(id);
    for (const Text& sentence : told) Q_EMIT session.message(tr(sentence));
}

void collectInto(Session& session, const fs::path& folder, std::shared_ptr<const PlantLibrary> library) {
    struct Result {
        Collected collected;
        int unclear = 0; // nothing tells their licence
    };
    session.jobs.start(
        tr("Collecting…"),
        [folder, project = session.document.project(), library](Progress& progress) {
            Result r{collect(project, *library, folder, &progress)};
            for (const Asset& a : assetsOf(project, *library)) r.unclear += a.unclear();
            return r;
        },
        [&session](const Result& r) {
            const Collected& done = r.collected;
            QStringList text{tr("Collected %1 and %n file(s)", nullptr, done.files).arg(nameOf(done.project))};
            if (!done.missing.empty())
                text << tr("%n source file(s) not found: %1 …", nullptr, static_cast<int>(done.missing.size()))
                            .arg(QString::fromStdString(done.missing.front()));
            if (r.unclear > 0) text << tr("%n asset(s) without a licence; see rights.csv", nullptr, r.unclear);
            Q_EMIT session.message(text.join(" · "), !done.missing.empty() || r.unclear > 0,
                                   QString::fromStdString(done.project.parent_path().string()));
        });
}

} // namespace thallos
