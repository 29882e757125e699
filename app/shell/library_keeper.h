// The plant library and the materials in the window: their windows, what is taken from them, what is brought into them.
#pragma once

#include <filesystem>
#include <memory>

#include "app/panes/pane.h"
#include "app/tools/tools.h"
#include "app/work/session.h"

namespace thallos {

class LibraryKeeper : public QObject {
    Q_OBJECT
public:
    // `toolInUse`: of the large pane.
    LibraryKeeper(std::shared_ptr<const PlantLibrary> library, Session& session, Engine& engine, Tools& tools,
                  std::function<const Tool*()> toolInUse, QWidget* window);
    const std::shared_ptr<const PlantLibrary>& library() const { return library_; }

    void showSpecies();
    void showMaterials();
    // A plant, thing or picture to be planted: read beside, then asked about.
    void importPlant(const std::filesystem::path& file);
    void importPlantDialog();
    void collect(const std::filesystem::path& folder); // the project with all that was brought into it
    void collectDialog();
    // Onto the material under the point, or the one that the inspector shows.
    void layMaterial(const QString& name, const PanePoint* at);
    // Files of one material, onto what lies at the point.
    void layPictures(const std::vector<std::filesystem::path>& files, const PanePoint& at);
    // Says why own species are not there, if some could not be read.
    void tellUnread(const std::vector<std::string>& why);

signals:
    void speciesPicked(); // for the specimen tool

private:
    void tell(const QString& sentence, bool trouble = true) { Q_EMIT session_.message(sentence, trouble); }
    void takeSpecies(const QString& name); // into the selected drift, or for the specimen tool
    void readSpecies();                    // the library anew
    std::shared_ptr<const PlantLibrary> library_;
    Session& session_;
    Engine& engine_;
    Tools& tools_;
    std::function<const Tool*()> toolInUse_;
    QWidget* window_;
};

} // namespace thallos
