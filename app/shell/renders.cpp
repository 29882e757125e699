#include "app/shell/renders.h"

#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QMessageBox>
#include <QPushButton>
#include <QRegularExpression>
#include <QSettings>
#include <QStandardPaths>

#include "app/windows/render_dialog.h"
#include "app/words/numbers.h"

namespace thallos {

Renders::Renders(Session& session, Engine& engine, std::function<std::shared_ptr<const PlantLibrary>()> library,
                 QWidget* window)
    : QObject(window), session_(session), engine_(engine), library_(std::move(library)), window_(window) {}

Renders::~Renders() {
    delete job_;
}

void Renders::ask() {
    if (job_) {
        Q_EMIT session_.message(tr("A render is already running. Wait for it, or cancel it at the top right."), false);
        return;
    }
    RenderOrder order{
        .project = session_.document.project(), .shot = session_.view.shot(), .size = session_.view.shot().size};
    order.samples = session_.view.shot().samples;
    order.part = session_.view.part();
    const Item* item = session_.view.shotItem();
    propose(order, item ? QString::fromStdString(item->name) : tr("Shot"));
    std::optional<Camera> saved;
    if (const auto* shot = bodyOf<Shot>(item); shot && session_.view.looking()) saved = shot->camera;
    // Only a scene of this very document tells its time; the panes rest, so that they are not counted.
    const auto scene = engine_.scene();
    engine_.setPaused(true);
    RenderDialog dialog(order, saved, scene && scene->site->project == order.project ? scene : nullptr, window_);
    const bool wanted = dialog.exec() == QDialog::Accepted;
    engine_.setPaused(session_.view.held());
    if (!wanted) return;
    order = dialog.order();
    remember(order);
    QSettings().setValue("files/pictures", QFileInfo(QString::fromStdString(order.delivery.file.string())).path());
    start(order);
}

// As the shot was rendered the last time, under a name that is free: nothing is replaced unless it is asked for.
void Renders::propose(RenderOrder& order, QString name) const {
    const Output& last = order.shot.output;
    order.denoise = last.denoise;
    order.delivery.apart = last.apart;
    order.delivery.floats = last.floats;
    order.delivery.deep = last.deep;
    order.delivery.mattePictures = last.mattes;
    for (int k = 0; k < kPassCount; ++k)
        if (std::find(last.passes.begin(), last.passes.end(), passName(static_cast<Pass>(k))) != last.passes.end())
            order.delivery.passes.push_back(static_cast<Pass>(k));
    QString folder = QSettings()
                         .value("files/pictures", QStandardPaths::writableLocation(QStandardPaths::PicturesLocation))
                         .toString();
    QString ending = "png";
    name.replace('/', '-');
    if (const QFileInfo before(QString::fromStdString(last.file)); !last.file.empty()) {
        if (QFileInfo(before.path()).isDir()) folder = before.path(); // not of another machine
        ending = before.suffix();
        // A number that only made it free is not part of the name.
        const QRegularExpression numbered("^" + QRegularExpression::escape(name) + " \\d+$");
        if (!numbered.match(before.completeBaseName()).hasMatch()) name = before.completeBaseName();
    }
    QString file = folder + "/" + name + "." + ending;
    for (int n = 2; QFileInfo::exists(file); ++n) file = folder + "/" + name + QString(" %1.%2").arg(n).arg(ending);
    order.delivery.file = file.toStdString();
}

// With the shot, for the next time.
void Renders::remember(const RenderOrder& order) {
    const Item* item = session_.view.shotItem();
    if (!item || fixed(session_.document.project(), *item)) return;
    Item next = *item;
    auto& shot = std::get<Shot>(next.body);
    const Output before = shot.output;
    const V2i size = shot.size;
    const int samples = shot.samples;
    shot.size = order.size;
    shot.samples = order.samples;
    Output& o = shot.output;
    o.file = order.delivery.file.string();
    o.denoise = order.denoise;
    o.passes.clear();
    for (const Pass p : order.delivery.passes) o.passes.emplace_back(passName(p));
    o.apart = order.delivery.apart;
    o.floats = order.delivery.floats;
    o.deep = order.delivery.deep;
    o.mattes = order.delivery.mattePictures;
    if (o == before && size == shot.size && samples == shot.samples) return;
    session_.document.edit(tr("Render settings"), replaced(session_.document.project(), next));
}

void Renders::start(const RenderOrder& order) {
    engine_.setPaused(true);
    job_ = new RenderJob(order);
    shown_ = {tr("Rendering"), true, job_->progress()};
    session_.jobs.add(shown_);
    Q_EMIT changed();
    connect(job_, &RenderJob::finished, this,
            [this](const QString& file, int files, double seconds, const QString& remark) {
                const QFileInfo saved(file);
                const QString name = saved.fileName(), folder = saved.path();
                QString text = files > 1 ? tr("Saved %1 and %n more file(s) in %2 · took %3", nullptr, files - 1)
                                               .arg(name, folder, timeText(seconds))
                                         : tr("Saved %1 in %2 · took %3").arg(name, folder, timeText(seconds));
                if (!remark.isEmpty()) text += " · " + remark;
                end(text, !remark.isEmpty(), folder);
            });
    connect(job_, &RenderJob::unwritten, this, &Renders::askForAnotherPlace);
    connect(job_, &RenderJob::stopped, this, [this](const QString& reason) {
        end(reason.isEmpty() ? tr("Render cancelled. No file was written.") : reason, !reason.isEmpty());
    });
    job_->start(library_(), engine_.scene());
}

void Renders::end(const QString& sentence, bool trouble, const QString& folder) {
    session_.jobs.remove(shown_);
    job_->deleteLater();
    job_ = nullptr;
    engine_.setPaused(session_.view.held());
    Q_EMIT changed();
    Q_EMIT session_.message(sentence, trouble, folder);
}

void Renders::askForAnotherPlace(const QString& reason) {
    session_.jobs.remove(shown_);
    shown_ = {tr("Rendered, not saved"), false, shown_.progress};
    session_.jobs.add(shown_);
    for (;;) {
        QMessageBox box(QMessageBox::Warning, tr("The render is not saved yet"),
                        tr("%1\nThe finished render is kept in memory. Choose another place for it.").arg(reason),
                        QMessageBox::NoButton, window_);
        auto* place = box.addButton(tr("Choose a place…"), QMessageBox::AcceptRole);
        auto* discard = box.addButton(tr("Discard the render"), QMessageBox::DestructiveRole);
        box.setDefaultButton(place);
        box.setEscapeButton(place);
        box.exec();
        if (!job_) return;
        if (box.clickedButton() == discard) {
            Q_EMIT job_->stopped({});
            return;
        }
        const QString before = QString::fromStdString(job_->order().delivery.file.filename().string());
        const QString file = QFileDialog::getSaveFileName(window_, tr("Output file"), QDir::home().filePath(before),
                                                          tr("Images (*.png *.jpg *.tif *.exr)"), nullptr,
                                                          QFileDialog::DontUseNativeDialog);
        if (!job_) return;
        if (file.isEmpty()) continue;
        job_->deliverTo(file.toStdString());
        return;
    }
}

// A running render is an hour of work: it is never ended unasked.
bool Renders::letGo() {
    if (!job_) return true;
    QMessageBox box(QMessageBox::Question, tr("A render is running"),
                    tr("Closing now cancels the render; no file is written."), QMessageBox::NoButton, window_);
    auto* cancel = box.addButton(tr("Cancel the render and close"), QMessageBox::DestructiveRole);
    auto* keep = box.addButton(tr("Continue rendering"), QMessageBox::RejectRole);
    box.setDefaultButton(keep);
    box.exec();
    return !job_ || box.clickedButton() == cancel;
}

} // namespace thallos
