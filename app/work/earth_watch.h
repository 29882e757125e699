// The earth that each step of the ground moves, worked out aside a moment after the site came to rest.
#pragma once

#include <optional>
#include <unordered_map>

#include "app/work/after_rest.h"

namespace thallos {

class EarthWatch : public AfterRest {
    Q_OBJECT
public:
    explicit EarthWatch(Document& document, QObject* parent = nullptr) : AfterRest(document, 700, parent) {}
    ~EarthWatch() override { stop(); }
    // None: it is not known yet, or the item moves no earth.
    std::optional<Earthwork> of(Id item) const;
    std::optional<Earthwork> total() const { return total_; } // of all steps together

private:
    Work work() override;
    void forget() override;
    std::unordered_map<Id, Earthwork> works_;
    std::optional<Earthwork> total_;
};

} // namespace thallos
