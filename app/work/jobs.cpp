#include "app/work/jobs.h"

#include "app/words/text.h"

#include <algorithm>

namespace thallos {

Jobs::~Jobs() {
    if (busy_) reading_.progress->cancel();
    if (task_.joinable()) task_.join();
}

void Jobs::add(const Job& job) {
    jobs_.push_back(job);
    Q_EMIT changed();
}

void Jobs::remove(const Job& job) {
    std::erase_if(jobs_, [&](const Job& j) { return j.progress == job.progress; });
    Q_EMIT changed();
}

void Jobs::cancelNewest() {
    if (!jobs_.empty()) jobs_.back().progress->cancel();
}

bool Jobs::begin(const QString& title) {
    if (busy_) {
        Q_EMIT message(tr("An import is already running. Wait for it, or cancel it at the top right."));
        return false;
    }
    if (task_.joinable()) task_.join();
    busy_ = true;
    reading_ = Job{title};
    add(reading_);
    return true;
}

void Jobs::end() {
    busy_ = false;
    remove(reading_);
}

QString Jobs::endOf(const std::exception& e) {
    const auto* error = dynamic_cast<const Error*>(&e);
    return error && error->kind() == Error::Kind::Cancelled ? tr("Cancelled.") : sentenceOf(e);
}

} // namespace thallos
