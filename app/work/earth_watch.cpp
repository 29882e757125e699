#include "app/work/earth_watch.h"

#include "app/work/stand_back.h"

namespace thallos {

EarthWatch::EarthWatch(Document& document, QObject* parent) : QObject(parent), document_(document) {
    soon_.setSingleShot(true);
    soon_.setInterval(700);
    connect(&soon_, &QTimer::timeout, this, &EarthWatch::measure);
    connect(&document_, &Document::builtChanged, this, [this] {
        if (stopped_) *stopped_ = true;
        soon_.start();
    });
    connect(&document_, &Document::replaced, this, [this] {
        if (stopped_) *stopped_ = true;
        works_.clear();
        total_.reset();
        Q_EMIT changed();
    });
}

EarthWatch::~EarthWatch() {
    if (stopped_) *stopped_ = true;
    if (thread_.joinable()) thread_.join();
}

std::optional<Earthwork> EarthWatch::of(Id item) const {
    const auto it = works_.find(item);
    return it == works_.end() ? std::nullopt : std::optional(it->second);
}

std::optional<Earthwork> EarthWatch::total() const {
    return total_;
}

void EarthWatch::measure() {
    const auto site = document_.built();
    if (!site || site->mode != BuildMode::Rest) return;
    // Whoever works holds the flag; the window never waits for a large site.
    if (stopped_ && stopped_.use_count() > 1) return soon_.start();
    if (thread_.joinable()) thread_.join();
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    thread_ = Task([this, site, stopped = stopped_] {
        standBack(kNiceOfPictures);
        std::unordered_map<Id, Earthwork> works;
        for (const auto& [id, work] : earthworkOf(site->land, [stopped] { return stopped->load(); }))
            works[Id{id}] = work;
        const Earthwork total = earthworkOf(site->land.bare, site->land.field, site->land.grid.box());
        if (*stopped) return;
        QMetaObject::invokeMethod(this, [this, stopped, total, works = std::move(works)]() mutable {
            if (*stopped) return;
            works_ = std::move(works);
            total_ = total;
            Q_EMIT changed();
        });
    });
}

} // namespace thallos
