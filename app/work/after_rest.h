// Something that is worked out aside about the site, a moment after it came to rest; what was begun for an older site
// is given up.
#pragma once

#include <atomic>
#include <functional>
#include <memory>

#include <QObject>
#include <QTimer>

#include "app/work/document.h"
#include "app/work/task.h"

namespace thallos {

class AfterRest : public QObject {
    Q_OBJECT
public:
    AfterRest(Document& document, int milliseconds, QObject* parent);
    ~AfterRest() override;
    bool working() const { return working_; }

signals:
    void changed(); // what it found, or whether it is at work

protected:
    void again(); // what it looks for is another
    using Stop = std::function<bool()>;
    using Found = std::function<void()>; // takes over what was found, on the interface thread
    // Runs aside. Nothing comes of it once `stop` says so. It may refer to what the derived object shares with it, not
    // to the object.
    using Work = std::function<Found(const std::shared_ptr<const BuiltSite>& site, const Stop& stop)>;
    virtual Work work() = 0;
    virtual void forget() = 0; // another project was opened
    // To be called by the destructor of the class that has the results.
    void stop();

private:
    void start();
    Document& document_;
    QTimer soon_;
    std::shared_ptr<std::atomic<bool>> stopped_;
    bool working_ = false;
    Task thread_;
};

} // namespace thallos
