#include "app/work/files.h"

#include <QCoreApplication>
#include <QPointer>

#include "app/words/text.h"
#include "core/base/assets.h"
#include "core/base/error.h"

namespace thallos {

namespace fs = std::filesystem;

static fs::path recoveryFolder() {
    return stateFolder() / "recovery";
}

Files::Files(Document& document, QObject* parent)
    : QObject(parent), document_(document), autosaving_(std::make_shared<Autosaving>()) {
    sessionName_ = newSessionName();
    sessionLock_ = lockSession(recoveryFolder(), sessionName_);
    autosave_.setSingleShot(true);
    autosave_.setInterval(20000);
    connect(&autosave_, &QTimer::timeout, this, &Files::autosave);
    connect(&document_, &Document::changed, this, [this] {
        if (!autosave_.isActive()) autosave_.start();
    });
    connect(&document_, &Document::replaced, this, &Files::changed);
}

Files::~Files() {
    if (writer_.joinable()) writer_.join();
    if (saver_.joinable()) saver_.join();
    unlockSession(sessionLock_, recoveryFolder(), sessionName_);
}

void Files::reset(Project project, const fs::path& file, bool later) {
    finishSaving();
    dropRecovery();
    later_ = later;
    file_ = file;
    lock_ = WriterLock();
    if (!file.empty()) lock_ = WriterLock(file);
    document_.reset(std::move(project));
    if (readOnly() && !later)
        Q_EMIT message(tr("%1 is open in another window or on another computer. Opened read-only; use Save as.")
                           .arg(QString::fromStdString(file.filename().string())));
}

void Files::create(const Project& project) {
    reset(project, {});
}

void Files::open(const fs::path& file) {
    OpenReport report;
    Project project = openProject(file, &report);
    // A damaged file stays as it is: what could be read is a project of its own.
    reset(std::move(project), report.damaged ? fs::path() : file, report.later);
    const QString name = QString::fromStdString(file.filename().string());
    QStringList missing, mended;
    for (const std::string& item : report.leftOut) missing += QString::fromStdString(item);
    for (const Text& sentence : report.mended) mended += thallos::tr(sentence);
    if (report.damaged) {
        document_.neverSaved();
        Q_EMIT changed();
        QString text =
            report.savedAt.empty()
                ? tr("%1 is damaged. A copy was opened.").arg(name)
                : tr("%1 is damaged. Opened the copy saved on %2.").arg(name, QString::fromStdString(report.savedAt));
        if (!missing.isEmpty()) text += " " + tr("These could not be read: %1.").arg(missing.join(", "));
        Q_EMIT message(text + " " + tr("Save it under another name."));
        return;
    }
    if (!mended.isEmpty()) Q_EMIT message(tr("%1 was repaired: %2.").arg(name, mended.join("; ")));
    if (!report.later) return;
    QString text = tr("%1 was made with a newer Thallos. Opened read-only; use Save as.").arg(name);
    if (!missing.isEmpty()) text += " " + tr("Not shown: %1.").arg(missing.join(", "));
    Q_EMIT message(text);
}

void Files::recover(const Recovery& recovery) {
    noteTry(recovery);
    OpenReport report;
    Project project = openProject(recovery.file, &report);
    reset(std::move(project), recovery.original);
    document_.neverSaved();
    takeRecovery(recovery, recoveryFolder(), sessionName_);
    Q_EMIT changed();
    if (!report.leftOut.empty()) {
        QStringList missing;
        for (const std::string& item : report.leftOut) missing += QString::fromStdString(item);
        Q_EMIT message(tr("Recovered, except %1, which could not be read.").arg(missing.join(", ")));
    }
}

void Files::startSaving(const fs::path& file) {
    finishSaving();
    if (file.empty() && readOnly())
        throw Error(Error::Kind::Unwritable,
                    later_ ? Text("%w was made with a newer Thallos") : Text("%w is open elsewhere"), file_.string(),
                    Text("Save under another name"));
    document_.beginSaving();
    const bool as = !file.empty();
    const fs::path target = as ? file : file_;
    write(target, as, [this, target, as] {
        if (as) {
            file_ = target;
            later_ = false;
            lock_ = WriterLock(target);
        }
        document_.endSaving();
        if (!document_.unsaved()) dropRecovery();
        Q_EMIT changed();
        Q_EMIT saved(QString::fromStdString(target.string()));
    });
}

void Files::startSavingCopy(const fs::path& file) {
    finishSaving();
    write(file, true, [this, file] { Q_EMIT savedCopy(QString::fromStdString(file.string())); });
}

void Files::write(const fs::path& file, bool fresh, const std::function<void()>& done) {
    saving_ = true;
    auto failure = std::make_shared<QString>();
    afterSaving_ = [failure, done] {
        if (failure->isEmpty()) done();
        return *failure;
    };
    QPointer<Files> self(this);
    saver_ = Task([self, failure, file, fresh, project = document_.project()] {
        try {
            fresh ? saveProjectAs(project, file) : saveProject(project, file);
        } catch (const std::exception& e) {
            *failure = sentenceOf(e);
        }
        if (qApp)
            QMetaObject::invokeMethod(qApp, [self] {
                if (self) self->finishSaving();
            });
    });
}

QString Files::endSaving() {
    if (saver_.joinable()) saver_.join();
    saving_ = false;
    auto after = std::exchange(afterSaving_, nullptr);
    return after ? after() : QString();
}

void Files::finishSaving() {
    if (const QString failure = endSaving(); !failure.isEmpty()) Q_EMIT message(failure);
}

void Files::save() {
    saveAs({});
}

void Files::saveAs(const fs::path& file) {
    startSaving(file);
    if (const QString failure = endSaving(); !failure.isEmpty()) throw std::runtime_error(failure.toStdString());
}

void Files::setAutosave(int seconds) {
    autosave_.setInterval(std::max(1, seconds) * 1000);
}

void Files::autosave() {
    if (!document_.unsaved()) return;
    // A snapshot is a value: it is written aside while work goes on. Nobody waits for a slow disk: what changed
    // meanwhile is written at the next interval.
    if (autosaving_->busy.exchange(true)) {
        autosave_.start();
        return;
    }
    if (writer_.joinable()) writer_.join();
    {
        const std::lock_guard lock(autosaving_->mutex);
        autosaving_->wanted = true;
    }
    QPointer<Files> self(this);
    writer_ = Task([self, shared = autosaving_, project = document_.project(), name = sessionName_, original = file_] {
        QString failure;
        try {
            writeRecovery(project, recoveryFolder(), name, original);
        } catch (const std::exception& e) {
            failure = sentenceOf(e);
        }
        {
            const std::lock_guard lock(shared->mutex);
            shared->busy = false;
            if (!shared->wanted) thallos::dropRecovery(recoveryFolder(), name);
        }
        if (!failure.isEmpty() && qApp)
            QMetaObject::invokeMethod(qApp, [self, failure] {
                if (self) Q_EMIT self->message(failure);
            });
    });
}

void Files::dropRecovery() {
    const std::lock_guard lock(autosaving_->mutex);
    autosaving_->wanted = false;
    thallos::dropRecovery(recoveryFolder(), sessionName_);
}

} // namespace thallos
