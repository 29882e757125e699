// What the window does with final renders: asks for them, follows them, finds their pictures a place.
#include <cmath>

#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QMessageBox>
#include <QProgressBar>
#include <QPushButton>
#include <QSettings>
#include <QStandardPaths>

#include "app/main_window.h"
#include "app/windows/render_dialog.h"

namespace thallos {

void MainWindow::renderShot() {
    if (job_) return tell(tr("A render is under way; wait for it or stop it."));
    RenderOrder order{.project = session_.project(), .shot = session_.shot(), .size = session_.shot().size};
    order.samples = session_.shot().samples;
    order.part = session_.part();
    const Item* item = session_.shotItem();
    const QString folder =
        QSettings()
            .value("files/pictures", QStandardPaths::writableLocation(QStandardPaths::PicturesLocation))
            .toString();
    QString name = item ? QString::fromStdString(item->name) : tr("Shot");
    name.replace('/', '-');
    // A name that is free: nothing is replaced unless it is asked for.
    QString file = folder + "/" + name + ".png";
    for (int n = 2; QFileInfo::exists(file); ++n) file = folder + "/" + name + QString(" %1.png").arg(n);
    order.delivery.file = file.toStdString();
    std::optional<Camera> saved;
    if (const auto* shot = bodyOf<Shot>(item); shot && session_.looking()) saved = shot->camera;
    RenderDialog dialog(order, saved, this);
    if (dialog.exec() != QDialog::Accepted) return;
    order = dialog.order();
    QSettings().setValue("files/pictures", QFileInfo(QString::fromStdString(order.delivery.file.string())).path());
    startRender(order);
}

void MainWindow::startRender(const RenderOrder& order) {
    engine_.setPaused(true);
    job_ = new RenderJob(order, library_, engine_.scene(), nullptr);
    jobText_->setText(tr("Rendering"));
    jobBar_->setValue(0);
    jobBox_->show();
    render_->setEnabled(false);
    auto end = [this](const QString& sentence, bool trouble) {
        job_->deleteLater();
        job_ = nullptr;
        jobBox_->hide();
        render_->setEnabled(true);
        engine_.setPaused(session_.held());
        tell(sentence, trouble);
    };
    connect(job_, &RenderJob::progressed, this, [this](double done, double left) {
        jobBar_->setValue(static_cast<int>(done * 1000));
        jobText_->setText(left < 0    ? tr("Rendering")
                          : left < 90     ? tr("%1 s left").arg(std::ceil(left))
                          : left < 5400 ? tr("%1 min left").arg(std::ceil(left / 60))
                                        : tr("%1 h %2 min left").arg(int(left / 3600)).arg(int(left / 60) % 60, 2, 10, QChar('0')));
    });
    connect(job_, &RenderJob::finished, this,
            [end](const QString& file, int files, double seconds, const QString& remark) {
                QString text = (files > 1 ? tr("Saved %1 and %2 files beside it after %3 s.").arg(file).arg(files - 1)
                                          : tr("Saved %1 after %2 s.").arg(file))
                                   .arg(seconds, 0, 'f', 0);
                if (!remark.isEmpty()) text += " " + remark;
                end(text, !remark.isEmpty());
            });
    connect(job_, &RenderJob::unwritten, this, &MainWindow::askForAnotherPlace);
    connect(job_, &RenderJob::stopped, this, [end](const QString& reason) {
        end(reason.isEmpty() ? tr("Render stopped.") : reason, !reason.isEmpty());
    });
}

void MainWindow::askForAnotherPlace(const QString& reason) {
    jobText_->setText(tr("Rendered, not saved"));
    for (;;) {
        QMessageBox box(QMessageBox::Warning, tr("The picture is not saved yet"),
                        tr("%1\nThe finished picture is kept. Choose another place for it.").arg(reason),
                        QMessageBox::NoButton, this);
        auto* place = box.addButton(tr("Choose a place…"), QMessageBox::AcceptRole);
        auto* discard = box.addButton(tr("Discard the picture"), QMessageBox::DestructiveRole);
        box.setDefaultButton(place);
        box.setEscapeButton(place);
        box.exec();
        if (!job_) return;
        if (box.clickedButton() == discard) {
            Q_EMIT job_->stopped({});
            return;
        }
        const QString before = QString::fromStdString(job_->order().delivery.file.filename().string());
        const QString file =
            QFileDialog::getSaveFileName(this, tr("Picture file"), QDir::home().filePath(before),
                                         tr("Pictures (*.png *.jpg *.tif *.exr)"), nullptr,
                                         QFileDialog::DontUseNativeDialog);
        if (!job_) return;
        if (file.isEmpty()) continue;
        job_->deliverTo(file.toStdString());
        return;
    }
}

// A running render is an hour of work: it is never ended unasked.
bool MainWindow::letGoOfRender() {
    if (!job_) return true;
    QMessageBox box(QMessageBox::Question, tr("A render is running"),
                    tr("Closing now cancels the render; no file is written."), QMessageBox::NoButton, this);
    auto* cancel = box.addButton(tr("Cancel the render and close"), QMessageBox::DestructiveRole);
    auto* keep = box.addButton(tr("Go on rendering"), QMessageBox::RejectRole);
    box.setDefaultButton(keep);
    box.exec();
    return !job_ || box.clickedButton() == cancel;
}

} // namespace thallos
