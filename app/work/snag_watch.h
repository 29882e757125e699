// Looks for snags aside, a moment after the site came to rest.
#pragma once

#include "app/work/after_rest.h"
#include "core/snags/snags.h"

namespace thallos {

class SnagWatch : public AfterRest {
    Q_OBJECT
public:
    explicit SnagWatch(Document& document, QObject* parent = nullptr) : AfterRest(document, 1200, parent) {}
    ~SnagWatch() override { stop(); }
    const std::vector<Snag>& snags() const { return snags_; }
    bool searching() const { return working(); }

private:
    Work work() override;
    void forget() override { snags_.clear(); }
    std::vector<Snag> snags_;
    std::shared_ptr<KnownModels> known_ = std::make_shared<KnownModels>(); // of the thread while it runs
};

} // namespace thallos
