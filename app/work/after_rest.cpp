#include "app/work/after_rest.h"

#include "app/work/stand_back.h"

namespace thallos {

AfterRest::AfterRest(Document& document, int milliseconds, QObject* parent) : QObject(parent), document_(document) {
    soon_.setSingleShot(true);
    soon_.setInterval(milliseconds);
    connect(&soon_, &QTimer::timeout, this, &AfterRest::start);
    connect(&document_, &Document::builtChanged, this, &AfterRest::again);
    connect(&document_, &Document::replaced, this, [this] {
        if (stopped_) *stopped_ = true;
        forget();
        Q_EMIT changed();
    });
}

void AfterRest::again() {
    if (stopped_) *stopped_ = true;
    soon_.start();
}

AfterRest::~AfterRest() {
    stop();
}

void AfterRest::stop() {
    if (stopped_) *stopped_ = true;
    if (thread_.joinable()) thread_.join();
}

void AfterRest::start() {
    const auto site = document_.built();
    if (!site || site->mode != BuildMode::Rest) return;
    // Whoever works holds the flag; the window never waits for a large site.
    if (stopped_ && stopped_.use_count() > 1) return soon_.start();
    stop();
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    working_ = true;
    thread_ = Task([this, site, work = work(), stopped = stopped_] {
        standBack(kNiceOfPictures);
        const auto end = [this, stopped](const Found& found) {
            if (*stopped) return;
            QMetaObject::invokeMethod(this, [this, stopped, found] {
                if (*stopped) return;
                if (found) found();
                working_ = false;
                Q_EMIT changed();
            });
        };
        try {
            end(work(site, [stopped] { return stopped->load(); }));
        } catch (...) { // the net tells what it was; nobody works any more
            end(nullptr);
            throw;
        }
    });
    Q_EMIT changed();
}

} // namespace thallos
