#include "app/shell/library_keeper.h"

#include <QFileDialog>
#include <QSettings>

#include "app/windows/materials_window.h"
#include "app/windows/proxy_dialog.h"
#include "app/windows/species_window.h"
#include "app/words/names.h"
#include "app/work/importing.h"
#include "app/work/kind.h"
#include "core/material/library.h"
#include "core/planting/plantings.h"
#include "core/trace/probe.h"

namespace thallos {

namespace fs = std::filesystem;

LibraryKeeper::LibraryKeeper(std::shared_ptr<const PlantLibrary> library, Session& session, Engine& engine,
                             Tools& tools, std::function<const Tool*()> toolInUse, QWidget* window)
    : QObject(window), library_(std::move(library)), session_(session), engine_(engine), tools_(tools),
      toolInUse_(std::move(toolInUse)), window_(window) {}

void LibraryKeeper::showSpecies() {
    auto* window = window_->findChild<SpeciesWindow*>();
    if (!window) {
        window = new SpeciesWindow(library_->with(session_.document.project().species), window_);
        connect(window, &SpeciesWindow::taken, this, &LibraryKeeper::takeSpecies);
        connect(window, &SpeciesWindow::ownSpeciesChanged, this, &LibraryKeeper::readSpecies);
        connect(window, &SpeciesWindow::bringIn, this, [this] { importPlantDialog(); });
    } else
        window->setLibrary(library_->with(session_.document.project().species));
    window->setLight(*session_.document.project().site, session_.view.shot());
    window->showSpecies(tools_.species);
    window->raise();
    window->activateWindow();
}

void LibraryKeeper::takeSpecies(const QString& name) {
    const Item* item = session_.selection.item();
    if (!bodyOf<Drift>(item) || toolInUse_() == tools_.specimen) {
        tools_.species = name;
        Q_EMIT session_.toolSettingsChanged();
        Q_EMIT speciesPicked();
        return tell(tr("Specimen tool now plants %1.").arg(libraryName(name.toStdString())), false);
    }
    if (fixed(session_.document.project(), *item)) return tell(session_.lockedText(*item));
    const std::string species = name.toStdString();
    session_.document.editItem(tr("Mix"), item->id, [&](Item& i) {
        auto& drift = std::get<Drift>(i.body);
        drift = withSpecies(drift, species, *library_);
    });
    tell(tr("%1 added to the mix of %2.").arg(libraryName(name.toStdString()), QString::fromStdString(item->name)),
         false);
}

void LibraryKeeper::readSpecies() {
    std::vector<std::string> warnings;
    library_ = readLibrary(&warnings);
    engine_.setLibrary(library_);
    if (library_->find(tools_.species.toStdString()) < 0)
        tools_.species = QString::fromStdString(library_->species().front().recipe.name);
    if (auto* window = window_->findChild<SpeciesWindow*>())
        window->setLibrary(library_->with(session_.document.project().species));
    // What the project carries is as the library has it now.
    session_.document.edit(tr("Update species from library"), carrying(session_.document.project(), *library_));
    tellUnread(warnings);
}

void LibraryKeeper::tellUnread(const std::vector<std::string>& why) {
    if (why.empty()) return;
    const QString first = QString::fromStdString(why.front());
    tell(why.size() == 1
             ? first
             : tr("%1 · %n more of your species could not be read", nullptr, static_cast<int>(why.size()) - 1)
                   .arg(first));
}

void LibraryKeeper::importPlantDialog() {
    const QString f = QFileDialog::getOpenFileName(
        window_, tr("Import plant"), QSettings().value("files/plants").toString(),
        tr("Models and images (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.png *.jpg *.jpeg *.tif *.tiff "
           "*.webp *.exr);;All files (*)"),
        nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    QSettings().setValue("files/plants", QFileInfo(f).path());
    importPlant(f.toStdString());
}

void LibraryKeeper::importPlant(const fs::path& file) {
    thallos::importPlant(session_, file, [this, file](std::shared_ptr<const ProxyDraft> draft) {
        auto* dialog = new ProxyDialog(draft, QString::fromStdString(fs::absolute(file).string()), window_);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        dialog->setLight(*session_.document.project().site, session_.view.shot());
        connect(dialog, &QDialog::accepted, this, [this, dialog, draft] {
            if (dialog->keptName().isEmpty())
                return setUpCard(session_, *draft, dialog->order(), dialog->use() == CardUse::Mist);
            readSpecies();
            takeSpecies(dialog->keptName());
        });
        dialog->open();
    });
}

void LibraryKeeper::collectDialog() {
    const QString f = QFileDialog::getExistingDirectory(window_, tr("Collect for hand-over"), {},
                                                        QFileDialog::ShowDirsOnly | QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty()) collect(f.toStdString());
}

void LibraryKeeper::collect(const fs::path& folder) {
    collectInto(session_, folder, library_);
}

void LibraryKeeper::showMaterials() {
    auto* window = window_->findChild<MaterialsWindow*>();
    if (!window) {
        window = new MaterialsWindow(window_);
        connect(window, &MaterialsWindow::taken, this, [this](const QString& name) { layMaterial(name, nullptr); });
    }
    window->show();
    window->raise();
    window->activateWindow();
}

void LibraryKeeper::layMaterial(const QString& name, const PanePoint* at) {
    const auto scene = engine_.scene();
    const Item* item = session_.document.item(at ? at->item : session_.selection.last());
    const auto* b = bodyOf<Building>(item);
    if (!b || (at && (!scene || !at->inside)))
        return tell(at ? tr("Drop %1 onto a part of a building.").arg(libraryName(name.toStdString()))
                       : tr("Select a building first, or drag %1 onto a part.").arg(libraryName(name.toStdString())));
    const auto shown = static_cast<size_t>(session_.selection.material());
    const std::string part = at                           ? probe(*scene, at->origin, at->direction).material
                             : shown < b->surfaces.size() ? b->surfaces[shown].name
                                                          : std::string();
    const Surface of = shippedMaterials()->surface(name.toStdString());
    session_.document.editItem(tr("Assign material"), item->id, [&](Item& i) {
        for (Surface& s : std::get<Building>(i.body).surfaces)
            if (s.name == part) s = made(s, of);
    });
    session_.selection.set(item->id);
    tell(tr("%1 assigned to %2.").arg(libraryName(name.toStdString()), QString::fromStdString(part)), false);
}

void LibraryKeeper::layPictures(const std::vector<fs::path>& files, const PanePoint& at) {
    const auto scene = engine_.scene();
    const Item* item = session_.document.item(at.item);
    if (!takesMaterials(item) || !scene || !at.inside)
        return tell(tr("Drop %1 onto a part of a building to use it as a texture.")
                        .arg(QString::fromStdString(files.front().filename().string())));
    importPictures(session_, files, item->id, probe(*scene, at.origin, at.direction).material);
}

} // namespace thallos
