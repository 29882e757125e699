#include "app/shell/project_files.h"

#include <QDateTime>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>
#include <QSaveFile>
#include <QSettings>
#include <QStandardPaths>

#include "app/shell/library_keeper.h"
#include "app/windows/import_dialog.h"
#include "app/windows/recent_window.h"
#include "app/windows/terrain_dialog.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/importing.h"
#include "app/work/kind.h"
#include "app/work/part_edits.h"
#include "app/work/task.h"
#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/base/text.h"
#include "core/exchange/foreign.h"
#include "core/project/land.h"

namespace thallos {

namespace fs = std::filesystem;

ProjectFiles::ProjectFiles(Session& session, Engine& engine, ShotPane& shot, LibraryKeeper& library, QWidget* window)
    : QObject(window), session_(session), engine_(engine), shot_(shot), library_(library), window_(window) {
    connect(&session_.files, &Files::saved, this, [this](const QString& file) {
        remember(file.toStdString());
        tell(tr("Saved %1.").arg(QString::fromStdString(session_.files.file().filename().string())), false);
    });
    connect(&session_.files, &Files::savedCopy, this,
            [this](const QString& file) { tell(tr("Copy saved as %1.").arg(file), false); });
}

void ProjectFiles::guarded(const std::function<void()>& act) {
    try {
        act();
    } catch (const std::exception& e) {
        tell(sentenceOf(e));
    }
}

void ProjectFiles::remember(const fs::path& file) {
    const bool same = session_.files.file() == file && !session_.view.looking();
    rememberFile(QString::fromStdString(file.string()), same ? shot_.picture().image : QImage());
}

void ProjectFiles::open(const fs::path& file) {
    guarded([&] {
        session_.files.open(file);
        rememberFile(QString::fromStdString(file.string()));
    });
}

void ProjectFiles::openRecent() {
    RecentWindow window(window_);
    if (window.exec() == QDialog::Accepted && letGo()) open(window.chosen().toStdString());
}

static QString askForProjectFile(QWidget* parent, const QString& title, const Session& session) {
    const fs::path file = session.files.file();
    const QString start = file.empty() ? QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + "/" +
                                             QString::fromStdString(session.document.project().site->name) + ".thallos"
                                       : QString::fromStdString(file.string());
    QString f = QFileDialog::getSaveFileName(parent, title, start, QObject::tr("Thallos projects (*.thallos)"), nullptr,
                                             QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty() && !f.endsWith(".thallos")) f += ".thallos";
    return f;
}

bool ProjectFiles::save(bool as, bool wait) {
    fs::path file;
    if (as || session_.files.file().empty() || session_.files.readOnly()) {
        file = askForProjectFile(window_, tr("Save project"), session_).toStdString();
        if (file.empty()) return false;
    }
    try {
        session_.files.startSaving(file);
        if (wait) session_.files.finishSaving();
        return !wait || !session_.document.unsaved();
    } catch (const std::exception& e) {
        tell(sentenceOf(e));
        return false;
    }
}

void ProjectFiles::saveCopy() {
    const QString f = askForProjectFile(window_, tr("Save a copy"), session_);
    if (f.isEmpty()) return;
    guarded([&] {
        if (fs::path(f.toStdString()) == session_.files.file())
            throw Error(Error::Kind::Invalid, Text("%w is the open project itself"), f.toStdString(),
                        Text("Choose another name"));
        session_.files.startSavingCopy(f.toStdString());
    });
}

void ProjectFiles::savePicture() {
    const QString folder =
        QSettings()
            .value("files/pictures", QStandardPaths::writableLocation(QStandardPaths::PicturesLocation))
            .toString();
    const QImage shown = shot_.picture().image; // now: it goes on changing while a place is chosen
    QString f = QFileDialog::getSaveFileName(window_, tr("Save view as image"), folder + "/" + tr("Shot") + ".png",
                                             tr("Images (*.png *.jpg)"), nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    if (QFileInfo(f).suffix().isEmpty()) f += ".png";
    QSettings().setValue("files/pictures", QFileInfo(f).path());
    QSaveFile out(f);
    const bool good = out.open(QIODevice::WriteOnly) &&
                      shown.save(&out, QFileInfo(f).suffix().toLatin1().constData(), 95) && out.commit();
    tell(good ? tr("Saved %1.").arg(QFileInfo(f).fileName())
              : tr("Could not save %1: %2.").arg(QFileInfo(f).fileName(), out.errorString()),
         !good);
}

bool ProjectFiles::letGo() {
    if (!session_.document.unsaved()) return true;
    QMessageBox box(
        QMessageBox::Question, tr("Unsaved work"),
        tr("“%1” has changes that are not saved.").arg(QString::fromStdString(session_.document.project().site->name)),
        QMessageBox::NoButton, window_);
    auto* keep = box.addButton(tr("Save"), QMessageBox::AcceptRole);
    auto* drop = box.addButton(tr("Discard changes"), QMessageBox::DestructiveRole);
    box.addButton(tr("Cancel"), QMessageBox::RejectRole);
    box.exec();
    if (box.clickedButton() == keep) return save(false, true);
    return box.clickedButton() == drop;
}

void ProjectFiles::newDialog() {
    if (!letGo()) return;
    QDialog dialog(window_);
    dialog.setWindowTitle(tr("New project"));
    auto* form = new QFormLayout(&dialog);
    const auto unit = [] { return showsFeet() ? QString("ft") : QString("m"); };
    auto* name = new QLineEdit(tr("Untitled site"), &dialog);
    auto* w = new QLineEdit(lengthText(200, 0), &dialog);
    auto* h = new QLineEdit(lengthText(200, 0), &dialog);
    auto* cell = new QLineEdit(lengthText(0.5), &dialog);
    name->setObjectName("siteName");
    w->setObjectName("siteWidth");
    h->setObjectName("siteHeight");
    cell->setObjectName("groundCell");
    form->addRow(tr("Name"), name);
    form->addRow(tr("Width (west–east)"), w);
    form->addRow(tr("Depth (south–north)"), h);
    form->addRow(tr("Terrain grid"), cell);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, &dialog);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, &dialog, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, &dialog, &QDialog::reject);
    if (dialog.exec() != QDialog::Accepted) return;
    guarded([&] {
        auto metres = [&](const QLineEdit* e) {
            return static_cast<float>(parseQuantity(e->text().toStdString(), Dimension::Length, unit().toStdString()));
        };
        session_.files.create(withFinest(
            thallos::newProject({metres(w), metres(h)}, metres(cell), name->text().toStdString()), kUsualFinest));
    });
}

void ProjectFiles::openDialog() {
    if (!letGo()) return;
    const QString f =
        QFileDialog::getOpenFileName(window_, tr("Open project"), QString(), tr("Thallos projects (*.thallos)"),
                                     nullptr, QFileDialog::DontUseNativeDialog);
    if (!f.isEmpty()) open(f.toStdString());
}

// Beside the shipped files, or as the build makes it.
static fs::path demoFile() {
    for (const fs::path& folder :
         {assetFolder() / "demo", fs::path(QCoreApplication::applicationDirPath().toStdString()) / "../demo"})
        if (fs::path file = folder / "hollin-bank.thallos"; fs::exists(file)) return file;
    return {};
}

bool ProjectFiles::hasDemo() const {
    return !demoFile().empty();
}

void ProjectFiles::openDemo() {
    if (letGo()) guarded([&] { session_.files.create(openProject(demoFile())); });
}

void ProjectFiles::importDialog() {
    if (const QString f = askForModel(window_, tr("Import model")); !f.isEmpty())
        askHow(f.toStdString(), std::nullopt, false);
}

void ProjectFiles::importPractice() {
    askHow(assetFolder() / "practice/tool-shed.obj", std::nullopt, false);
}

void ProjectFiles::reimportDialog() {
    const Building* b = selectedBuilding(session_);
    if (!b) return;
    std::error_code e;
    fs::path file = b->rights.source;
    if (!fs::is_regular_file(file, e)) file = askForModel(window_, tr("Re-import")).toStdString();
    if (!file.empty()) reimport(session_, file);
}

void ProjectFiles::findTextures() {
    const Building* b = selectedBuilding(session_);
    if (!b) return;
    std::error_code e;
    const fs::path file = b->rights.source;
    if (!fs::is_regular_file(file, e))
        return tell(tr("%1 was not found, and its textures are read with it. Use Re-import to choose the file first.")
                        .arg(QString::fromStdString(file.filename().string())));
    if (const QString folder = askForTextures(window_); !folder.isEmpty())
        reimport(session_, file, {folder.toStdString()});
}

void ProjectFiles::newFromBuilding() {
    if (!letGo()) return;
    if (const QString f = askForModel(window_, tr("Import model")); !f.isEmpty())
        askHow(f.toStdString(), std::nullopt, true);
}

void ProjectFiles::askHow(const fs::path& file, const std::optional<V2f>& at, bool around,
                          const std::vector<std::string>& folders) {
    readModel(session_, file, folders,
              [this, file, at, around, folders](const std::shared_ptr<const ForeignModel>& read) {
                  auto* dialog = new ImportDialog(read, file, at, around, session_.document.project(),
                                                  library_.library(), folders, window_);
                  dialog->setAttribute(Qt::WA_DeleteOnClose);
                  dialog->setLight(*session_.document.project().site, session_.view.shot());
                  // The panes rest, so that the model is seen soon.
                  engine_.setPaused(true);
                  // Whether they go on hangs on more than this: a render may be running.
                  connect(dialog, &QDialog::finished, &session_.view, &View::refiningChanged);
                  connect(dialog, &QDialog::accepted, this, [this, dialog, file, around] {
                      guarded([&] {
                          if (around)
                              beginAround(session_, *dialog->whole(), *dialog->model(), file, dialog->placing());
                          else
                              placeBuilding(session_, *dialog->whole(), *dialog->model(), file, dialog->placing());
                      });
                  });
                  connect(dialog, &ImportDialog::wantsTextures, this,
                          [this, dialog, file, at, around, folders](const QString& f) {
                              dialog->reject();
                              std::vector<std::string> more = folders;
                              more.push_back(f.toStdString());
                              askHow(file, at, around, more);
                          });
                  dialog->open();
              });
}

void ProjectFiles::askHow(const fs::path& file) {
    readTerrain(session_, file, [this, file](const std::shared_ptr<const HeightRaster>& read) {
        auto* dialog = new TerrainDialog(read, file, session_.document.project(), window_);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
        connect(dialog, &QDialog::accepted, this, [this, dialog, file] {
            placeTerrain(session_, dialog->raster(), dialog->place(), dialog->enlarges(), file);
        });
        dialog->open();
    });
}

void ProjectFiles::terrainDialog() {
    const QString f = QFileDialog::getOpenFileName(
        window_, tr("Import terrain"), QSettings().value("files/terrain").toString(),
        tr("Heights (*.tif *.tiff *.asc *.hgt *.png);;All files (*)"), nullptr, QFileDialog::DontUseNativeDialog);
    if (f.isEmpty()) return;
    QSettings().setValue("files/terrain", QFileInfo(f).path());
    askHow(f.toStdString());
}

namespace {

// TIFF is not among them: it may be an elevation as well.
bool isPlainPicture(const fs::path& file) {
    const std::string kind = lowerExtension(file);
    return isPicture(file) && kind != ".tif" && kind != ".tiff";
}

bool endsIn(const fs::path& file, std::initializer_list<const char*> kinds) {
    const std::string kind = lowerExtension(file);
    return std::any_of(kinds.begin(), kinds.end(), [&](const char* k) { return kind == k; });
}

} // namespace

bool ProjectFiles::isModel(const fs::path& file) {
    return endsIn(file, {".glb", ".gltf", ".obj", ".fbx", ".dae", ".3ds", ".stl", ".ply", ".dxf", ".ifc"});
}

void ProjectFiles::begin(const fs::path& file) {
    if (isModel(file)) return askHow(file, std::nullopt, true);
    open(file);
}

void ProjectFiles::take(const fs::path& file, const PanePoint* at) {
    const auto is = [&](std::initializer_list<const char*> kinds) { return endsIn(file, kinds); };
    const std::optional<V2f> place = at && at->ground ? std::optional(xy(*at->ground)) : std::nullopt;
    if (is({".thallos"})) {
        if (letGo()) open(file);
    } else if (isModel(file))
        askHow(file, place, false);
    else if (isPlainPicture(file) || (is({".tif", ".tiff"}) && at && takesMaterials(session_.document.item(at->item))))
        library_.layPictures({file}, at ? *at : PanePoint());
    else if (is({".tif", ".tiff", ".asc", ".hgt"}))
        askHow(file);
    else
        tell(tr("Cannot open %1. Drop a Thallos project, a model (glTF, OBJ, FBX and others), an image, or terrain "
                "(GeoTIFF, ASCII grid, HGT).")
                 .arg(QString::fromStdString(file.filename().string())));
}

void ProjectFiles::take(const std::vector<fs::path>& files, const PanePoint& at) {
    // Pictures that come together are one material.
    std::vector<fs::path> pictures;
    for (const fs::path& file : files) isPlainPicture(file) ? pictures.push_back(file) : take(file, &at);
    if (!pictures.empty()) library_.layPictures(pictures, at);
}

void ProjectFiles::offerRecovery() {
    for (const Recovery& r : findRecoveries(stateFolder() / "recovery")) {
        QMessageBox box(
            QMessageBox::Question, tr("Recover unsaved work"),
            tr("“%1” was open when Thallos ended unexpectedly. Its work was kept at %2; what was done after that is "
               "lost.")
                .arg(QString::fromStdString(r.name),
                     QFileInfo(QString::fromStdString(r.file.string())).lastModified().toString("d MMM, HH:mm:ss")),
            QMessageBox::NoButton, window_);
        if (r.tries > 0)
            box.setInformativeText(tr("Thallos ended when this was opened before. It is kept until you discard it."));
        auto* open = box.addButton(tr("Recover"), QMessageBox::AcceptRole);
        auto* drop = box.addButton(tr("Discard"), QMessageBox::DestructiveRole);
        box.addButton(tr("Decide later"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() == open) {
            guarded([&] { session_.files.recover(r); });
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
