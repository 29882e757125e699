// Long work aside, with its progress: what runs is shown in one place and stopped there.
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include <QObject>
#include <QPointer>

#include "app/work/task.h"
#include "core/base/progress.h"

namespace thallos {

class Jobs : public QObject {
    Q_OBJECT
public:
    struct Job {
        QString title;     // "Reading house.glb"
        bool told = false; // how much is done and left is known
        std::shared_ptr<Progress> progress = std::make_shared<Progress>();
    };

    explicit Jobs(QObject* parent = nullptr) : QObject(parent) {}
    ~Jobs() override; // stops what runs, and waits for it

    // Work that has a thread of its own is listed while it runs.
    void add(const Job& job);
    void remove(const Job& job);
    const std::vector<Job>& all() const { return jobs_; } // the newest last
    void cancelNewest();

    // Reading and writing of files: one piece of work at a time. `work` runs aside; then `done` runs here with its
    // result. What it throws is told instead. False: another is at it, which is told too.
    template <class Work, class Done> bool start(const QString& title, Work work, Done done);
    bool busy() const { return busy_; }

signals:
    void changed(); // one was added or removed
    void message(const QString& sentence);

private:
    bool begin(const QString& title);
    void end();
    static QString endOf(const std::exception& e); // as a sentence
    std::vector<Job> jobs_;
    Job reading_;
    Task task_;
    bool busy_ = false;
};

template <class Work, class Done> bool Jobs::start(const QString& title, Work work, Done done) {
    using Result = decltype(work(std::declval<Progress&>()));
    if (!begin(title)) return false;
    task_ = Task([this, work = std::move(work), done = std::move(done), progress = reading_.progress] {
        std::shared_ptr<Result> result;
        QString failure;
        try {
            result = std::make_shared<Result>(work(*progress));
        } catch (const std::exception& e) {
            failure = endOf(e);
        }
        QMetaObject::invokeMethod(this, [this, result, failure, done] {
            end();
            if (!result) return Q_EMIT message(failure);
            try {
                done(*result);
            } catch (const std::exception& e) {
                Q_EMIT message(endOf(e));
            }
        });
    });
    return true;
}

} // namespace thallos
