// An application that tells which event kept the interface waiting. Debug builds and the benchmark run under it.
#pragma once

#include <QApplication>

namespace thallos {

class WatchedApplication : public QApplication {
public:
    using QApplication::QApplication;
    static constexpr double kLimit = 50; // milliseconds that a hand feels
    // The longest handler so far and what it handled; modal loops and the start of the window do not count.
    double worst() const { return worst_; }
    const QString& worstEvent() const { return worstEvent_; }
    // The most processor time that one took: what is left of worst() when the machine does other work.
    double worstOwn() const { return worstOwn_; }
    void forget() {
        worst_ = worstOwn_ = 0;
        worstEvent_.clear();
    }

    bool notify(QObject* receiver, QEvent* event) override;

private:
    int depth_ = 0;
    double worst_ = 0, worstOwn_ = 0, slowest_ = 0;
    QString worstEvent_, slowestName_;
};

} // namespace thallos
