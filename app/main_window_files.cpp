// What the window does with files: open, save, bring in, recover.
#include "app/main_window.h"

#include <cmath>

#include <QDateTime>
#include <QDialogButtonBox>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QMimeData>
#include <QProgressBar>
#include <QPushButton>
#include <QSaveFile>
#include <QSettings>
#include <QStandardPaths>

#include "app/figures.h"
#include "app/inspector.h"
#include "app/windows/materials_window.h"
#include "app/windows/recent_window.h"
#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/exchange/foreign.h"
#include "core/exchange/survey.h"
#include "core/material/library.h"
#include "core/trace/probe.h"

namespace thallos {

namespace fs = std::filesystem;

void MainWindow::remember(const fs::path& file) {
    const bool same = session_.file() == file && !session_.looking();
    rememberFile(QString::fromStdString(file.string()), same ? shotPane_->picture().image : QImage());
}

void MainWindow::openProject(const fs::path& file) {
    guarded([&] {
        session_.open(file);
        rememberFile(QString::fromStdString(file.string()));
    });
}

void MainWindow::openRecent() {
    RecentWindow window(this);
    if (window.exec() == QDialog::Accepted && letGo()) openProject(window.chosen().toStdString());
}

static QString askForProjectFile(QWidget* parent, const QString& title, const Session& session) {
    const fs::path file = session.file();
    const QString start = file.empty() ? QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + "/" +
                                             QString::fromStdString(session.project().site->name) + ".thallos"
                                       : QString::fromStdString(file.string());
    QString f = QFileDialog::getSaveFileName(parent, title, start, QObject::tr("Thallos projects (*.thallos)"), nullptr,
                                             QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty() && !f.endsWith(".thallos")) f += ".thallos";
    return f;
}

bool MainWindow::save(bool as, bool wait) {
    fs::path file;
    if (as || session_.file().empty() || session_.readOnly()) {
        file = askForProjectFile(this, tr("Save project"), session_).toStdString();
        if (file.empty()) return false;
    }
    try {
        session_.startSaving(file);
        if (wait) session_.finishSaving();
        return !wait || !session_.unsaved();
    } catch (const std::exception& e) {
        tell(QString::fromUtf8(e.what()));
        return false;
    }
}

void MainWindow::saveCopy() {
    const QString f = askForProjectFile(this, tr("Save a copy"), session_);
    if (f.isEmpty()) return;
    guarded([&] {
        if (fs::path(f.toStdString()) == session_.file())
            throw Error(Error::Kind::Invalid, "is the project's own file", f.toStdString(), "choose another name");
        session_.startSavingCopy(f.toStdString());
    });
}

void MainWindow::savePicture() {
    const QString folder =
        QSettings()
            .value("files/pictures", QStandardPaths::writableLocation(QStandardPaths::PicturesLocation))
            .toString();
    QString f = QFileDialog::getSaveFileName(this, tr("Save the picture shown"), folder + "/" + tr("Shot") + ".png",
                                             tr("Pictures (*.png *.jpg)"), nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    if (QFileInfo(f).suffix().isEmpty()) f += ".png";
    QSettings().setValue("files/pictures", QFileInfo(f).path());
    QSaveFile out(f);
    const bool good = out.open(QIODevice::WriteOnly) &&
                      shotPane_->picture().image.save(&out, QFileInfo(f).suffix().toLatin1().constData(), 95) &&
                      out.commit();
    tell(good ? tr("Saved %1.").arg(f) : tr("%1: can't be written: %2.").arg(f, out.errorString()), !good);
}

bool MainWindow::letGo() {
    if (!session_.unsaved()) return true;
    QMessageBox box(
        QMessageBox::Question, tr("Unsaved work"),
        tr("“%1” has changes that are not saved.").arg(QString::fromStdString(session_.project().site->name)),
        QMessageBox::NoButton, this);
    auto* keep = box.addButton(tr("Save"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(tr("Do not save"), QMessageBox::DestructiveRole);
    box.addButton(tr("Stay"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == keep) return save(false, true);
    return box.clickedButton() == drop;
}

void MainWindow::newProject() {
    if (!letGo()) return;
    QDialog dialog(this);
    dialog.setWindowTitle(tr("New site"));
    auto* form = new QFormLayout(&dialog);
    auto* name = new QLineEdit(tr("Untitled site"), &dialog);
    auto* w = new QLineEdit("200", &dialog);
    auto* h = new QLineEdit("200", &dialog);
    auto* cell = new QLineEdit("0.5", &dialog);
    name->setObjectName("siteName");
    w->setObjectName("siteWidth");
    h->setObjectName("siteHeight");
    cell->setObjectName("groundCell");
    form->addRow(tr("Name"), name);
    form->addRow(tr("West to east, m"), w);
    form->addRow(tr("South to north, m"), h);
    form->addRow(tr("Ground cell, m"), cell);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    guarded([&] {
        auto metres = [](const QLineEdit* e) {
            return static_cast<float>(parseQuantity(e->text().toStdString(), Dimension::Length, "m"));
        };
        session_.create(thallos::newProject({metres(w), metres(h)}, metres(cell), name->text().toStdString()));
    });
}

void MainWindow::openDialog() {
    if (!letGo()) return;
    const QString f =
        QFileDialog::getOpenFileName(this, tr("Open project"), QString(), tr("Thallos projects (*.thallos)"), nullptr,
                                     QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty()) openProject(f.toStdString());
}

void MainWindow::importDialog() {
    const QString f = QFileDialog::getOpenFileName(
        this, tr("Bring in a model"), QSettings().value("files/models").toString(),
        tr("Models (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.dxf *.ifc);;All files (*)"), nullptr,
        QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    QSettings().setValue("files/models", QFileInfo(f).path());
    importModel(f.toStdString());
}

void MainWindow::terrainDialog() {
    const QString f = QFileDialog::getOpenFileName(
        this, tr("Import terrain"), QSettings().value("files/terrain").toString(),
        tr("Heights (*.tif *.tiff *.asc *.hgt *.png);;All files (*)"), nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    QSettings().setValue("files/terrain", QFileInfo(f).path());
    importHeights(f.toStdString());
}

void MainWindow::importModel(const fs::path& file, const std::optional<V2f>& where) {
    if (importing_) return tell(tr("Another model is being read; wait for it or stop it."));
    startReading(file);
    importThread_ = Task([this, file, where, progress = importProgress_] {
        std::shared_ptr<const Model> model;
        QString failure;
        try {
            model = std::make_shared<const Model>(thallos::importModel(file, {}, progress.get()));
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, file, model, failure, where] {
            endReading();
            if (!model) return tell(failure);
            Building b;
            b.model = model;
            b.surfaces = model->materials;
            b.rights.source = fs::absolute(file).string();
            // Beside what stands already, in front of the camera.
            V2f at(0);
            const auto overlaps = [&](const V2f& p) {
                const V3f size = bounds(*model).size();
                for (const Item* item : itemsOf<Building>(session_.project())) {
                    const auto* o = bodyOf<Building>(item);
                    const V3f other = bounds(*o->model).size();
                    if ((xy(o->position) - p).length() <
                        0.5f * (V2f(size.x, size.y).length() + V2f(other.x, other.y).length()))
                        return true;
                }
                return false;
            };
            if (where) at = *where;
            for (int ring = 0; ring < 40 && !where && overlaps(at); ++ring)
                for (int k = 0; k < 12 && overlaps(at); ++k)
                    at = V2f(std::cos(static_cast<float>(k) * 0.5236f), std::sin(static_cast<float>(k) * 0.5236f)) *
                         (6.0f * static_cast<float>(ring + 1));
            b.position = {at.x, at.y, 0};
            if (session_.built()) b.position.z = seatHeight(b, session_.built()->natural);
            Id id;
            session_.edit(tr("Bring in a model"), added(session_.project(), model->name, b, &id));
            session_.choose(id);
            const QString parts = tr("%1: %2 parts, %3 materials")
                                      .arg(QString::fromStdString(model->name))
                                      .arg(model->parts.size())
                                      .arg(model->materials.size());
            QStringList warnings;
            for (const std::string& w : model->warnings) warnings += QString::fromStdString(w);
            tell(warnings.isEmpty() ? parts + "." : parts + "; " + warnings.join("; ") + ".", !warnings.isEmpty());
        });
    });
}

void MainWindow::importHeights(const fs::path& file) {
    if (importing_) return tell(tr("Another file is being read; wait for it or stop it."));
    startReading(file);
    importThread_ = Task([this, file, progress = importProgress_] {
        HeightRaster raster;
        QString failure;
        try {
            raster = thallos::importHeights(file, 0, progress.get());
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, file, raster = std::move(raster), failure] {
            endReading();
            if (!failure.isEmpty()) return tell(failure);
            const std::string name = file.filename().string();
            guarded([&] {
                Surveyed s = surveyed(*session_.project().ground, raster, Fit::TrueSize, name);
                session_.edit(tr("Lay a survey"), withLand(session_.project(), std::move(s.ground)));
                QString text =
                    tr("%1: %2 × %3 heights, ").arg(QString::fromStdString(name)).arg(raster.width).arg(raster.height);
                text += raster.sized ? tr("%1 apart, centred on the site. What stands there went along.")
                                           .arg(lengthText(raster.cell))
                                     : tr("laid over the whole ground, for the file does not say how large it is.");
                if (s.unknown > 0)
                    text += " " + tr("%1 % of the site's heights were unknown and were filled from those around.")
                                      .arg(std::max(1.0, std::round(100.0 * s.unknown)));
                tell(text, s.unknown > 0);
            });
        });
    });
}

void MainWindow::startReading(const fs::path& file) {
    importing_ = true;
    importProgress_ = std::make_shared<Progress>();
    jobText_->setText(tr("Reading %1").arg(QString::fromStdString(file.filename().string())));
    jobBar_->setRange(0, 0);
    jobBox_->show();
    if (importThread_.joinable()) importThread_.join();
}

void MainWindow::endReading() {
    importing_ = false;
    jobBox_->setVisible(job_);
    jobBar_->setRange(0, 1000);
}

void MainWindow::layPictures(const std::vector<fs::path>& files, const PanePoint& at) {
    const auto scene = engine_.scene();
    const Item* item = session_.item(at.item);
    if (!bodyOf<Building>(item) || !scene || !at.inside)
        return tell(tr("%1: drop it on a part of a building, whose material it will be.")
                        .arg(QString::fromStdString(files.front().filename().string())));
    layPictures(files, item->id, probe(*scene, at.origin, at.direction).material);
}

void MainWindow::choosePicture(int map) {
    const auto* b = bodyOf<Building>(session_.chosenItem());
    const auto shown = static_cast<size_t>(inspector_->material());
    if (!b || shown >= b->surfaces.size()) return;
    const QString file = QFileDialog::getOpenFileName(this, tr("Picture"), {},
                                                      tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.exr *.webp)"),
                                                      nullptr, QFileDialog::DontUseNativeDialog);
    if (!file.isEmpty()) layPictures({file.toStdString()}, session_.chosen(), b->surfaces[shown].name, kMaps[map]);
}

void MainWindow::layPictures(const std::vector<fs::path>& files, Id building, const std::string& material,
                             std::optional<Map> only) {
    if (importing_) return tell(tr("Another file is being read; wait for it or stop it."));
    startReading(files.front());
    const QString name = QString::fromStdString(files.front().filename().string());
    importThread_ = Task([this, files, name, building, material, only, progress = importProgress_] {
        Maps maps;
        QString failure;
        try {
            for (const fs::path& f : files) {
                const auto map = only.value_or(mapNamed(f.stem().string()));
                maps.*map = std::make_shared<const Picture>(importPicture(f, map == &Maps::color, progress.get()));
            }
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, maps, name, building, material, failure] {
            endReading();
            if (!failure.isEmpty()) return tell(failure);
            if (!session_.item(building)) return;
            session_.editItem(tr("Lay a picture"), building, [&](Item& i) {
                for (Surface& s : std::get<Building>(i.body).surfaces)
                    if (s.name == material) {
                        s.textureSize = s.textureSize > 0 ? s.textureSize : 1;
                        if (maps.color) s.baseColor = Rgb(0.95f);
                        s.recipe.clear();
                        for (const Map map : kMaps)
                            if (maps.*map) s.maps.*map = maps.*map;
                    }
            });
            session_.choose(building);
            tell(tr("%1 lies on %2.").arg(name, QString::fromStdString(material)), false);
        });
    });
}

void MainWindow::showMaterials() {
    auto* window = findChild<MaterialsWindow*>();
    if (!window) {
        window = new MaterialsWindow(this);
        connect(window, &MaterialsWindow::taken, this, [this](const QString& name) { layMaterial(name, nullptr); });
    }
    window->show();
    window->raise();
    window->activateWindow();
}

void MainWindow::layMaterial(const QString& name, const PanePoint* at) {
    const auto scene = engine_.scene();
    const Item* item = session_.item(at ? at->item : session_.chosen());
    const auto* b = bodyOf<Building>(item);
    if (!b || (at && (!scene || !at->inside)))
        return tell(at ? tr("%1: drop it on a part of a building.").arg(name)
                       : tr("Select a building first, or drag %1 onto one.").arg(name));
    const auto shown = static_cast<size_t>(inspector_->material());
    const std::string part = at                           ? probe(*scene, at->origin, at->direction).material
                             : shown < b->surfaces.size() ? b->surfaces[shown].name
                                                          : std::string();
    const Surface of = shippedMaterials()->surface(name.toStdString());
    session_.editItem(tr("Made of"), item->id, [&](Item& i) {
        for (Surface& s : std::get<Building>(i.body).surfaces)
            if (s.name == part) s = made(s, of);
    });
    session_.choose(item->id);
    tell(tr("%1 is made of %2.").arg(QString::fromStdString(part), name), false);
}

namespace {
// TIFF is not among them: it may be an elevation as well.
bool isPlainPicture(const fs::path& file) {
    const QString kind = QString::fromStdString(file.extension().string()).toLower();
    return QStringList{".png", ".jpg", ".jpeg", ".webp", ".exr"}.contains(kind);
}
} // namespace

void MainWindow::take(const fs::path& file, const PanePoint* at) {
    std::string kind = file.extension().string();
    for (char& c : kind) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    const auto is = [&](std::initializer_list<const char*> kinds) {
        return std::any_of(kinds.begin(), kinds.end(), [&](const char* k) { return kind == k; });
    };
    const std::optional<V2f> place = at && at->ground ? std::optional(xy(*at->ground)) : std::nullopt;
    if (is({".thallos"})) {
        if (letGo()) openProject(file);
    } else if (is({".glb", ".gltf", ".obj", ".fbx", ".dae", ".3ds", ".stl", ".ply", ".dxf", ".ifc"}))
        importModel(file, place);
    else if (isPlainPicture(file) || (is({".tif", ".tiff"}) && at && bodyOf<Building>(session_.item(at->item))))
        layPictures({file}, at ? *at : PanePoint());
    else if (is({".tif", ".tiff", ".asc", ".hgt"}))
        importHeights(file);
    else
        tell(tr("%1: is no project, model, picture or elevation.")
                 .arg(QString::fromStdString(file.filename().string())));
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() || event->mimeData()->hasFormat(kMaterialMime)) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    PanePoint point;
    const QPoint at = event->position().toPoint();
    for (Pane* pane : {static_cast<Pane*>(shotPane_), static_cast<Pane*>(planPane_)})
        if (const QPoint p = pane->mapFrom(this, at); pane->isVisible() && pane->rect().contains(p))
            point = pane->pick(p);
    event->acceptProposedAction();
    if (event->mimeData()->hasFormat(kMaterialMime))
        layMaterial(QString::fromUtf8(event->mimeData()->data(kMaterialMime)), &point);
    // Pictures that come together are one material.
    std::vector<fs::path> pictures;
    for (const QUrl& url : event->mimeData()->urls()) {
        if (!url.isLocalFile()) continue;
        const fs::path file = url.toLocalFile().toStdString();
        isPlainPicture(file) ? pictures.push_back(file) : take(file, &point);
    }
    if (!pictures.empty()) layPictures(pictures, point);
}

void MainWindow::offerRecovery() {
    for (const Recovery& r : findRecoveries(stateFolder() / "recovery")) {
        QMessageBox box(
            QMessageBox::Question, tr("Recovered work"),
            tr("“%1” was open when Thallos ended unexpectedly. Its work was kept at %2; what was done after that is "
               "lost.")
                .arg(QString::fromStdString(r.name),
                     QFileInfo(QString::fromStdString(r.file.string())).lastModified().toString("d MMM, HH:mm:ss")),
            QMessageBox::NoButton, this);
        if (r.tries > 0)
            box.setInformativeText(tr("Thallos ended when this was opened before. It is kept until you discard it."));
        auto* open = box.addButton(tr("Open it"), QMessageBox::AcceptRole);
        auto* drop = box.addButton(tr("Discard it"), QMessageBox::DestructiveRole);
        box.addButton(tr("Later"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() == open) {
            guarded([&] { session_.recover(r); });
            return;
        }
        if (box.clickedButton() == drop) {
            std::error_code e;
            fs::remove(r.file, e);
            fs::path note = r.file;
            note.replace_extension(".json");
            fs::remove(note, e);
        }
    }
}

} // namespace thallos
