#include "app/work/snag_watch.h"

#include "app/work/stand_back.h"

namespace thallos {

SnagWatch::SnagWatch(Document& document, QObject* parent) : QObject(parent), document_(document) {
    soon_.setSingleShot(true);
    soon_.setInterval(1200);
    connect(&soon_, &QTimer::timeout, this, &SnagWatch::search);
    connect(&document_, &Document::builtChanged, this, [this] {
        if (stopped_) *stopped_ = true;
        soon_.start();
    });
    connect(&document_, &Document::replaced, this, [this] {
        if (stopped_) *stopped_ = true;
        snags_.clear();
        Q_EMIT changed();
    });
}

SnagWatch::~SnagWatch() {
    stop();
}

void SnagWatch::stop() {
    if (stopped_) *stopped_ = true;
    if (thread_.joinable()) thread_.join();
}

void SnagWatch::search() {
    const auto site = document_.built();
    if (!site || site->mode != BuildMode::Rest) return;
    // Whoever works holds the flag; the window never waits for a large model.
    if (stopped_ && stopped_.use_count() > 1) return soon_.start();
    stop();
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    searching_ = true;
    thread_ = Task([this, site, known = known_, stopped = stopped_] {
        standBack(kNiceOfPictures);
        std::vector<Snag> found = snagsOf(*site, *known, [stopped] { return stopped->load(); });
        if (*stopped) return;
        QMetaObject::invokeMethod(this, [this, stopped, found = std::move(found)]() mutable {
            if (*stopped) return;
            snags_ = std::move(found);
            searching_ = false;
            Q_EMIT changed();
        });
    });
    Q_EMIT changed();
}

} // namespace thallos
