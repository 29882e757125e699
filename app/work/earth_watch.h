// The earth that each step of the ground moves, worked out aside a moment after the site came to rest.
#pragma once

#include <atomic>
#include <memory>
#include <optional>
#include <unordered_map>

#include <QObject>
#include <QTimer>

#include "app/work/document.h"
#include "app/work/task.h"

namespace thallos {

class EarthWatch : public QObject {
    Q_OBJECT
public:
    explicit EarthWatch(Document& document, QObject* parent = nullptr);
    ~EarthWatch() override;
    // None: it is not known yet, or the item moves no earth.
    std::optional<Earthwork> of(Id item) const;
    std::optional<Earthwork> total() const; // of all steps

signals:
    void changed();

private:
    void measure();
    Document& document_;
    QTimer soon_;
    std::unordered_map<Id, Earthwork> works_;
    std::optional<Earthwork> total_;
    std::shared_ptr<std::atomic<bool>> stopped_;
    Task thread_;
};

} // namespace thallos
