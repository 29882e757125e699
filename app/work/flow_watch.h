// Where rain runs over the ground, worked out aside for the plan while it is wanted there.
#pragma once

#include "app/work/after_rest.h"
#include "core/ground/reading.h"

namespace thallos {

class FlowWatch : public AfterRest {
    Q_OBJECT
public:
    explicit FlowWatch(Document& document, QObject* parent = nullptr) : AfterRest(document, 500, parent) {}
    ~FlowWatch() override { stop(); }
    void setWanted(bool wanted);
    const std::vector<FlowLine>& lines() const { return lines_; }

private:
    Work work() override;
    void forget() override { lines_.clear(); }
    bool wanted_ = false;
    std::vector<FlowLine> lines_;
};

} // namespace thallos
