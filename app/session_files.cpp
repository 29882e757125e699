// What the session does with files: open, save aside, keep for recovery.
#include <QCoreApplication>
#include <QPointer>

#include "app/session.h"
#include "core/base/assets.h"
#include "core/base/error.h"

namespace thallos {

namespace fs = std::filesystem;

static fs::path recoveryFolder() {
    return stateFolder() / "recovery";
}

void Session::create(const Project& project) {
    reset(project, {});
}

void Session::open(const fs::path& file) {
    OpenReport report;
    Project project = openProject(file, &report);
    // A damaged file stays as it is: what could be read is a project of its own.
    reset(std::move(project), report.damaged ? fs::path() : file, report.later);
    const QString name = QString::fromStdString(file.filename().string());
    QStringList missing, mended;
    for (const std::string& item : report.leftOut) missing += QString::fromStdString(item);
    for (const std::string& sentence : report.mended) mended += QString::fromStdString(sentence);
    if (report.damaged) {
        savedAt_ = SIZE_MAX;
        Q_EMIT fileChanged();
        QString text = report.savedAt.empty() ? tr("%1 is damaged and was opened as a copy.").arg(name)
                                              : tr("%1 is damaged: this is a copy of what was saved on %2.")
                                                    .arg(name, QString::fromStdString(report.savedAt));
        if (!missing.isEmpty()) text += " " + tr("These could not be read: %1.").arg(missing.join(", "));
        Q_EMIT message(text + " " + tr("Save it under another name."));
        return;
    }
    if (!mended.isEmpty()) Q_EMIT message(tr("%1 was mended: %2.").arg(name, mended.join("; ")));
    if (!report.later) return;
    Q_EMIT message(missing.isEmpty()
                       ? tr("%1 was made by a later version of Thallos: it can be looked at, and saved under another "
                            "name.")
                             .arg(name)
                       : tr("%1 was made by a later version of Thallos and is shown without %2: it can be looked at, "
                            "and saved under another name.")
                             .arg(name, missing.join(", ")));
}

void Session::recover(const Recovery& recovery) {
    noteTry(recovery);
    OpenReport report;
    Project project = openProject(recovery.file, &report);
    reset(std::move(project), recovery.original);
    savedAt_ = SIZE_MAX;
    takeRecovery(recovery, recoveryFolder(), sessionName_);
    Q_EMIT fileChanged();
    if (!report.leftOut.empty()) {
        QStringList missing;
        for (const std::string& item : report.leftOut) missing += QString::fromStdString(item);
        Q_EMIT message(tr("The work was recovered without %1, which could not be read.").arg(missing.join(", ")));
    }
}

void Session::startSaving(const fs::path& file) {
    finishSaving();
    if (file.empty() && readOnly())
        throw Error(Error::Kind::Unwritable, later_ ? "was made by a later version" : "is open elsewhere",
                    file_.string(), "save under another name");
    history_.endMerge();
    savingAt_ = history_.position();
    const bool as = !file.empty();
    const fs::path target = as ? file : file_;
    write(target, as, [this, target, as] {
        if (as) {
            file_ = target;
            later_ = false;
            lock_ = WriterLock(target);
        }
        savedAt_ = savingAt_;
        if (!unsaved()) dropRecovery();
        Q_EMIT fileChanged();
        Q_EMIT saved(QString::fromStdString(target.string()));
    });
}

void Session::startSavingCopy(const fs::path& file) {
    finishSaving();
    write(file, true, [this, file] { Q_EMIT savedCopy(QString::fromStdString(file.string())); });
}

void Session::write(const fs::path& file, bool fresh, const std::function<void()>& done) {
    saving_ = true;
    auto failure = std::make_shared<QString>();
    afterSaving_ = [failure, done] {
        if (failure->isEmpty()) done();
        return *failure;
    };
    QPointer<Session> self(this);
    saver_ = Task([self, failure, file, fresh, project = project()] {
        try {
            fresh ? saveProjectAs(project, file) : saveProject(project, file);
        } catch (const std::exception& e) {
            *failure = QString::fromUtf8(e.what());
        }
        if (qApp)
            QMetaObject::invokeMethod(qApp, [self] {
                if (self) self->finishSaving();
            });
    });
}

QString Session::endSaving() {
    if (saver_.joinable()) saver_.join();
    saving_ = false;
    auto after = std::exchange(afterSaving_, nullptr);
    return after ? after() : QString();
}

void Session::finishSaving() {
    if (const QString failure = endSaving(); !failure.isEmpty()) Q_EMIT message(failure);
}

void Session::save() {
    saveAs({});
}

void Session::saveAs(const fs::path& file) {
    startSaving(file);
    if (const QString failure = endSaving(); !failure.isEmpty()) throw std::runtime_error(failure.toStdString());
}

void Session::setAutosave(int seconds) {
    autosave_.setInterval(std::max(1, seconds) * 1000);
}

void Session::setHistoryBudget(int64_t bytes) {
    historyBudget_ = bytes;
    history_.setBudget(bytes);
}

void Session::autosave() {
    if (!unsaved()) return;
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
    QPointer<Session> self(this);
    writer_ = Task([self, shared = autosaving_, project = project(), name = sessionName_, original = file_] {
        QString failure;
        try {
            writeRecovery(project, recoveryFolder(), name, original);
        } catch (const std::exception& e) {
            failure = QString::fromUtf8(e.what());
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

void Session::dropRecovery() {
    const std::lock_guard lock(autosaving_->mutex);
    autosaving_->wanted = false;
    thallos::dropRecovery(recoveryFolder(), sessionName_);
}

} // namespace thallos
