// Drives a window with posted events and waits for what follows.
#pragma once

#include <algorithm>
#include <ctime>
#include <functional>
#include <vector>

#include <QCoreApplication>
#include <QEventLoop>
#include <QMouseEvent>
#include <QTimer>
#include <QWidget>

namespace thallos {

// Tells when a widget was painted.
class Painted : public QObject {
public:
    explicit Painted(QWidget& widget) { widget.installEventFilter(this); }
    int times = 0;

protected:
    bool eventFilter(QObject* object, QEvent* event) override {
        if (event->type() != QEvent::Paint) return false;
        object->removeEventFilter(this);
        QCoreApplication::sendEvent(object, event);
        object->installEventFilter(this);
        ++times;
        return true;
    }
};

inline void wait(int ms) {
    QEventLoop loop;
    QTimer::singleShot(ms, &loop, &QEventLoop::quit);
    loop.exec();
}

inline bool until(const std::function<bool()>& done, int ms) {
    // Sleeping between events as the application does: whoever spins here takes the core that traces.
    QEventLoop loop;
    QTimer limit, look;
    QObject::connect(&limit, &QTimer::timeout, &loop, &QEventLoop::quit);
    QObject::connect(&look, &QTimer::timeout, &loop, [&] {
        if (done()) loop.quit();
    });
    limit.start(ms);
    look.start(1);
    if (!done()) loop.exec();
    return done();
}

inline void mouse(QWidget& w, QEvent::Type type, const QPointF& at, Qt::MouseButton button, bool post = true) {
    const Qt::MouseButtons held = type == QEvent::MouseButtonRelease ? Qt::NoButton : Qt::MouseButtons(button);
    auto* e = new QMouseEvent(type, at, w.mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : button, held,
                              Qt::NoModifier);
    if (post)
        QCoreApplication::postEvent(&w, e);
    else {
        QCoreApplication::sendEvent(&w, e);
        delete e;
    }
}

inline double threadSeconds() { // of the interface
    timespec t;
    clock_gettime(CLOCK_THREAD_CPUTIME_ID, &t);
    return static_cast<double>(t.tv_sec) + static_cast<double>(t.tv_nsec) / 1e9;
}

inline double median(std::vector<double> v) {
    std::sort(v.begin(), v.end());
    return v.empty() ? 0 : v[v.size() / 2];
}

} // namespace thallos
