// Looks for snags aside, a moment after the site came to rest.
#pragma once

#include <atomic>
#include <memory>

#include <QObject>
#include <QTimer>

#include "app/work/document.h"
#include "app/work/task.h"
#include "core/snags/snags.h"

namespace thallos {

class SnagWatch : public QObject {
    Q_OBJECT
public:
    explicit SnagWatch(Document& document, QObject* parent = nullptr);
    ~SnagWatch() override;
    const std::vector<Snag>& snags() const { return snags_; }
    bool searching() const { return searching_; }

signals:
    void changed(); // the list, or whether it is being looked for

private:
    void search();
    void stop();
    Document& document_;
    QTimer soon_;
    std::vector<Snag> snags_;
    std::shared_ptr<KnownModels> known_ = std::make_shared<KnownModels>(); // of the thread while it runs
    std::shared_ptr<std::atomic<bool>> stopped_;
    bool searching_ = false;
    Task thread_;
};

} // namespace thallos
