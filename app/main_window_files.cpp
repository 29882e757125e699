// What the window does with files: open, save, bring in, recover.
#include "app/main_window.h"

#include <cmath>

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QStandardPaths>

#include "core/base/error.h"
#include "core/base/quantity.h"
#include "core/exchange/foreign.h"

namespace thallos {

namespace fs = std::filesystem;

void MainWindow::remember(const fs::path& file) {
    QSettings settings;
    QStringList list = settings.value("files/recent").toStringList();
    const QString f = QString::fromStdString(fs::absolute(file).string());
    list.removeAll(f);
    list.prepend(f);
    settings.setValue("files/recent", list.mid(0, 12));
}

void MainWindow::openProject(const fs::path& file) {
    guarded([&] {
        session_.open(file);
        remember(file);
    });
}

bool MainWindow::save(bool as) {
    fs::path file = session_.file();
    if (as || file.empty() || session_.readOnly()) {
        const QString start = file.empty() ? QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + "/" +
                                                 QString::fromStdString(session_.project().site->name) + ".thallos"
                                           : QString::fromStdString(file.string());
        QString f = QFileDialog::getSaveFileName(this, tr("Save project"), start, tr("Thallos projects (*.thallos)"),
                                                 nullptr, QFileDialog::DontUseNativeDialog);
        if (f.isEmpty()) return false;
        if (!f.endsWith(".thallos")) f += ".thallos";
        file = f.toStdString();
        as = true;
    }
    try {
        as ? session_.saveAs(file) : session_.save();
        remember(file);
        tell(tr("Saved."), false);
        return true;
    } catch (const std::exception& e) {
        tell(QString::fromUtf8(e.what()));
        return false;
    }
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
    if (box.clickedButton() == keep) return save(false);
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

void MainWindow::importModel(const fs::path& file) {
    if (importing_) return tell(tr("Another model is being read; wait for it or stop it."));
    importing_ = true;
    importProgress_ = std::make_shared<Progress>();
    jobText_->setText(tr("Reading %1").arg(QString::fromStdString(file.filename().string())));
    jobBar_->setRange(0, 0);
    jobBox_->show();
    if (importThread_.joinable()) importThread_.join();
    importThread_ = std::thread([this, file, progress = importProgress_] {
        std::shared_ptr<const Model> model;
        QString failure;
        try {
            model = std::make_shared<const Model>(thallos::importModel(file, {}, progress.get()));
        } catch (const Error& e) {
            failure = e.kind() == Error::Kind::Cancelled ? tr("Stopped.") : QString::fromUtf8(e.what());
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
        }
        QMetaObject::invokeMethod(this, [this, model, failure] {
            importing_ = false;
            jobBox_->setVisible(job_);
            jobBar_->setRange(0, 1000);
            if (!model) return tell(failure);
            Building b;
            b.model = model;
            b.surfaces = model->materials;
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
            for (int ring = 0; ring < 40 && overlaps(at); ++ring)
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
            tell(model->warnings.empty() ? parts + "."
                                         : parts + "; " + QString::fromStdString(model->warnings.front()) + ".",
                 !model->warnings.empty());
        });
    });
}

void MainWindow::offerRecovery() {
    for (const Recovery& r : findRecoveries(stateFolder() / "recovery")) {
        QMessageBox box(
            QMessageBox::Question, tr("Recovered work"),
            tr("“%1” was open when Thallos ended unexpectedly. Its work up to the last half minute was kept.")
                .arg(QString::fromStdString(r.name)),
            QMessageBox::NoButton, this);
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
