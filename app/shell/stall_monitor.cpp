#include "app/shell/stall_monitor.h"

#include <ctime>

#include <QDebug>
#include <QElapsedTimer>
#include <QEvent>
#include <QMetaEnum>

namespace thallos {

static double ownMilliseconds() {
    timespec t;
    clock_gettime(CLOCK_THREAD_CPUTIME_ID, &t);
    return static_cast<double>(t.tv_sec) * 1e3 + static_cast<double>(t.tv_nsec) / 1e6;
}

bool WatchedApplication::notify(QObject* receiver, QEvent* event) {
    if (depth_ > 0) {
        // Of the paint of the whole window, the widget that took longest.
        if (event->type() != QEvent::Paint) return QApplication::notify(receiver, event);
        QElapsedTimer inner;
        inner.start();
        const bool done = QApplication::notify(receiver, event);
        const double took = static_cast<double>(inner.nsecsElapsed()) / 1e6;
        if (took > slowest_) {
            slowest_ = took;
            slowestName_ =
                receiver->objectName().isEmpty() ? receiver->metaObject()->className() : receiver->objectName();
        }
        return done;
    }
    slowest_ = 0;
    slowestName_.clear();
    const QEvent::Type type = event->type();
    const QString name =
        receiver->objectName().isEmpty() ? receiver->metaObject()->className() : receiver->objectName();
    const bool modalBefore = activeModalWidget() || activePopupWidget();
    QElapsedTimer clock;
    clock.start();
    const double ownBefore = ownMilliseconds();
    ++depth_;
    const bool handled = QApplication::notify(receiver, event);
    --depth_;
    const double ms = static_cast<double>(clock.nsecsElapsed()) / 1e6;
    if (!modalBefore && type != QEvent::Show && type != QEvent::PolishRequest)
        worstOwn_ = std::max(worstOwn_, ownMilliseconds() - ownBefore);
    // A handler that opened a dialog waited for a person.
    if (ms <= kLimit || modalBefore || type == QEvent::Show || type == QEvent::PolishRequest) {
        if (ms > worst_ && !modalBefore && type != QEvent::Show) worst_ = ms;
        return handled;
    }
    const char* what = QMetaEnum::fromType<QEvent::Type>().valueToKey(type);
    QString sentence = QString("%1 ms for %2 at %3").arg(ms, 0, 'f', 0).arg(what ? what : "an event", name);
    if (slowest_ > 0) sentence += QString(", %1 ms of it %2").arg(slowest_, 0, 'f', 0).arg(slowestName_);
    if (ms > worst_) {
        worst_ = ms;
        worstEvent_ = sentence;
    }
    qWarning().noquote() << "The interface waited" << sentence;
    return handled;
}

} // namespace thallos
