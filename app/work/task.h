// Work aside, and what goes wrong there or on the interface thread: told, never the end of the program.
#pragma once

#include <functional>
#include <thread>

#include <QApplication>

namespace thallos {

// The application with a net under every event: an exception that nothing else caught is told by trouble(), and work
// goes on.
class Application : public QApplication {
    Q_OBJECT
public:
    Application(int& argc, char** argv);
    bool notify(QObject* receiver, QEvent* event) override;
    // The wheel scrolls: over a closed list or a field it never changes what stands there.
    bool eventFilter(QObject* receiver, QEvent* event) override;

signals:
    void trouble(const QString& sentence); // on the interface thread
};

// Tells trouble from any thread; without an Application it is printed.
void tellTrouble(const QString& sentence);

// A thread for one piece of work. What the work throws is told by trouble(). Like std::thread it must be joined; the
// destructor does.
class Task {
public:
    Task() = default;
    explicit Task(std::function<void()> work);
    Task(Task&&) noexcept = default;
    Task& operator=(Task&& other) noexcept;
    ~Task();
    bool joinable() const { return thread_.joinable(); }
    void join() { thread_.join(); }

private:
    std::thread thread_;
};

} // namespace thallos
