// How a long job reports and is stopped. Safe to share between the worker and any number of readers.
#pragma once

#include <atomic>
#include <chrono>
#include <memory>
#include <mutex>
#include <optional>

#include "core/base/error.h"

namespace thallos {

class Progress {
public:
    // Worker side. `done` in 0..1.
    void set(double done) { done_.store(done, std::memory_order_relaxed); }
    void setStage(const Text& stage) { // what it is at, as a clause: "reading the file"
        const std::lock_guard lock(mutex_);
        stage_ = stage;
    }
    void throwIfCancelled() const {
        if (cancelled()) throw Error(Error::Kind::Cancelled, Text("Cancelled"), "");
    }

    // Reader side.
    void cancel() { cancelled_.store(true, std::memory_order_relaxed); }
    bool cancelled() const { return cancelled_.load(std::memory_order_relaxed); }
    double done() const { return done_.load(std::memory_order_relaxed); }
    Text stage() const {
        const std::lock_guard lock(mutex_);
        return stage_;
    }
    double secondsSpent() const { return std::chrono::duration<double>(Clock::now() - start_).count(); }
    // Extrapolated from what has been done; nothing before 1 % is.
    std::optional<double> secondsLeft() const {
        const double d = done();
        if (d < 0.01) return std::nullopt;
        return secondsSpent() * (1 - d) / d;
    }

private:
    using Clock = std::chrono::steady_clock;
    Clock::time_point start_ = Clock::now();
    std::atomic<double> done_{0};
    std::atomic<bool> cancelled_{false};
    mutable std::mutex mutex_;
    Text stage_;
};

} // namespace thallos
