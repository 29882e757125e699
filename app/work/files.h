// The file of the open project: opened, saved aside while work goes on, kept for recovery.
#pragma once

#include <atomic>
#include <filesystem>
#include <functional>
#include <memory>
#include <mutex>

#include <QObject>
#include <QTimer>

#include "app/work/document.h"
#include "app/work/task.h"
#include "core/project/recovery.h"
#include "core/project/store.h"

namespace thallos {

// Between the interface's thread and the one that writes the recovery file.
struct Autosaving {
    std::mutex mutex;
    bool wanted = false;           // the project still has unsaved changes
    std::atomic<bool> busy{false}; // it is being written
};

class Files : public QObject {
    Q_OBJECT
public:
    explicit Files(Document& document, QObject* parent = nullptr);
    ~Files() override;

    // Each throws Error and then leaves everything as it was.
    void create(const Project& project);
    void open(const std::filesystem::path& file);
    void recover(const Recovery& recovery);
    void save();
    void saveAs(const std::filesystem::path& file);
    // The same aside, while work goes on; saved() or message() follows. An empty path saves in place.
    void startSaving(const std::filesystem::path& file);
    void startSavingCopy(const std::filesystem::path& file); // the project keeps its file
    bool saving() const { return saving_; }
    void finishSaving(); // waits for it

    const std::filesystem::path& file() const { return file_; } // empty: never saved
    // Open elsewhere, or made by a later version: may be looked at and saved under another name.
    bool readOnly() const { return later_ || (!file_.empty() && !lock_.held()); }

    // Writes unsaved work to the recovery file, aside; happens by itself some seconds after an edit.
    void autosave();
    void setAutosave(int seconds);
    void dropRecovery();

signals:
    void changed(); // another file, or another state of it
    void saved(const QString& file);
    void savedCopy(const QString& file);
    void message(const QString& sentence);

private:
    void reset(Project project, const std::filesystem::path& file, bool later = false);
    void write(const std::filesystem::path& file, bool fresh, const std::function<void()>& done);
    QString endSaving(); // a failure's sentence

    Document& document_;
    std::filesystem::path file_;
    WriterLock lock_;
    bool later_ = false;
    QTimer autosave_;
    std::string sessionName_; // of the recovery files
    WriterLock sessionLock_;
    // Writes a snapshot aside; what it wrote is dropped when the project was saved meanwhile.
    Task writer_;
    std::shared_ptr<Autosaving> autosaving_;
    Task saver_;
    std::function<QString()> afterSaving_; // what the saver's result does here; a failure's sentence
    bool saving_ = false;
};

} // namespace thallos
