// The plant library in the main window: what it holds, what is taken from it, what is brought into it.
#include <QFileDialog>
#include <QLabel>
#include <QSettings>

#include "app/inspector.h"
#include "app/main_window.h"
#include "app/windows/proxy_dialog.h"
#include "app/windows/species_window.h"
#include "core/base/error.h"
#include "core/exchange/foreign.h"
#include "core/jobs/collect.h"

namespace thallos {

namespace fs = std::filesystem;

void MainWindow::showSpecies() {
    auto* window = findChild<SpeciesWindow*>();
    if (!window) {
        window = new SpeciesWindow(library_->with(session_.project().species), this);
        connect(window, &SpeciesWindow::taken, this, &MainWindow::takeSpecies);
        connect(window, &SpeciesWindow::ownSpeciesChanged, this, &MainWindow::readSpecies);
        connect(window, &SpeciesWindow::bringIn, this, [this] { bringInDialog(); });
    } else
        window->setLibrary(library_->with(session_.project().species));
    window->setLight(*session_.project().site, session_.shot());
    window->showSpecies(tools_.species);
    window->raise();
    window->activateWindow();
}

void MainWindow::takeSpecies(const QString& name) {
    const Item* item = session_.chosenItem();
    if (!bodyOf<Drift>(item)) {
        tools_.species = name;
        inspector_->rebuild();
        return tell(tr("The specimen tool plants %1.").arg(name), false);
    }
    if (fixed(session_.project(), *item)) return tell(session_.lockedText(*item));
    const std::string species = name.toStdString();
    // A tree that stood as dense as grass would be one on every square metre.
    const auto isLow = [this](const std::string& s) {
        const int at = library_->find(s);
        return at >= 0 && library_->isLow(at * kIndividuals);
    };
    const auto& before = bodyOf<Drift>(item)->mix;
    if (!isLow(species) &&
        std::any_of(before.begin(), before.end(), [&](const MixEntry& m) { return isLow(m.species); })) {
        tools_.species = name;
        inspector_->rebuild();
        return tell(tr("%1 would stand as dense as the grass of %2: plant it singly, or in a drift of its own.")
                        .arg(name, QString::fromStdString(item->name)),
                    false);
    }
    session_.editItem(tr("Mix"), item->id, [&](Item& i) {
        auto& mix = std::get<Drift>(i.body).mix;
        if (std::none_of(mix.begin(), mix.end(), [&](const MixEntry& m) { return m.species == species; }))
            mix.push_back({species, 0.2f});
    });
    tell(tr("%1 grows in %2.").arg(name, QString::fromStdString(item->name)), false);
}

void MainWindow::readSpecies() {
    std::vector<std::string> warnings;
    library_ = readLibrary(&warnings);
    engine_.setLibrary(library_);
    if (library_->find(tools_.species.toStdString()) < 0)
        tools_.species = QString::fromStdString(library_->species().front().recipe.name);
    if (auto* window = findChild<SpeciesWindow*>()) window->setLibrary(library_->with(session_.project().species));
    // What the project carries is as the library has it now.
    session_.edit(tr("Species as in the library"), carrying(session_.project(), *library_));
    tellUnread(warnings);
}

void MainWindow::tellUnread(const std::vector<std::string>& why) {
    if (why.empty()) return;
    const QString first = QString::fromStdString(why.front());
    tell(why.size() == 1 ? first
                         : tr("%1 (%2 more of your own species could not be read)").arg(first).arg(why.size() - 1));
}

void MainWindow::bringInDialog() {
    const QString f = QFileDialog::getOpenFileName(
        this, tr("Bring in for planting"), QSettings().value("files/plants").toString(),
        tr("Models and pictures (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.png *.jpg *.jpeg *.tif *.tiff "
           "*.webp *.exr);;All files (*)"),
        nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    QSettings().setValue("files/plants", QFileInfo(f).path());
    bringIn(f.toStdString());
}

void MainWindow::bringIn(const fs::path& file) {
    if (importing_) return tell(tr("Another file is being read; wait for it or stop it."));
    startReading(file);
    importThread_ = Task([this, file, progress = importProgress_] {
        std::shared_ptr<const ProxyDraft> draft;
        QString failure;
        try {
            draft = std::make_shared<const ProxyDraft>(
                isPicture(file) ? draftOf(importPicture(file, true, progress.get()), file.stem().string())
                                : draftOf(thallos::importModel(file, {.plant = true}, progress.get())));
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, draft, file, failure] {
            endReading();
            if (!draft) return tell(failure);
            auto* dialog = new ProxyDialog(draft, QString::fromStdString(fs::absolute(file).string()), this);
            dialog->setAttribute(Qt::WA_DeleteOnClose);
            dialog->setLight(*session_.project().site, session_.shot());
            connect(dialog, &QDialog::accepted, this, [this, dialog, draft] {
                if (dialog->keptName().isEmpty()) return setUpCard(*draft, *dialog);
                readSpecies();
                takeSpecies(dialog->keptName());
            });
            dialog->open();
        });
    });
}

void MainWindow::setUpCard(const ProxyDraft& draft, const ProxyDialog& dialog) {
    const ProxyOrder order = dialog.order();
    Building b;
    b.model = std::make_shared<const Model>(cardOf(draft, order.height, dialog.use() == CardUse::Mist));
    b.surfaces = b.model->materials;
    b.rights = order.rights;
    // Before the camera, upright across its view.
    const Camera& camera = session_.shot().camera;
    const V2f ahead(std::sin(camera.yaw), std::cos(camera.yaw));
    const V2f at = xy(camera.position) + ahead * (1.2f * order.height);
    b.position = {at.x, at.y, 0};
    b.yaw = -camera.yaw;
    if (session_.built()) b.position.z = session_.built()->natural.at(at);
    Id id;
    session_.edit(tr("Bring in a picture"), added(session_.project(), order.name, b, &id));
    session_.choose(id);
}

void MainWindow::collectProject() {
    const QString f = QFileDialog::getExistingDirectory(this, tr("Collect the project in a folder"), {},
                                                        QFileDialog::ShowDirsOnly | QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty()) collectProject(f.toStdString());
}

void MainWindow::collectProject(const fs::path& folder) {
    if (importing_) return tell(tr("Another file is being read; wait for it or stop it."));
    startReading(folder);
    jobText_->setText(tr("Collecting the project"));
    importThread_ = Task([this, folder, project = session_.project(), library = library_, progress = importProgress_] {
        Collected done;
        QString failure;
        int unclear = 0;
        try {
            done = collect(project, *library, folder, progress.get());
            for (const Asset& a : assetsOf(project, *library)) unclear += a.unclear();
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, done, failure, unclear] {
            endReading();
            if (!failure.isEmpty()) return tell(failure);
            QString text = tr("Collected: %1 with %2 files beside it.")
                               .arg(QString::fromStdString(done.project.filename().string()))
                               .arg(done.files);
            if (!done.missing.empty())
                text += " " + tr("%1 is not where it was.").arg(QString::fromStdString(done.missing.front()));
            if (unclear > 0) text += " " + tr("Of %1 nothing tells the licence; see rights.csv.").arg(unclear);
            tell(text, !done.missing.empty() || unclear > 0);
        });
    });
}

} // namespace thallos
