// Final renders: asks for them, runs one at a time beside the work, finds their pictures a place.
#pragma once

#include <functional>
#include <memory>

#include "app/work/engine.h"
#include "app/work/render_job.h"
#include "app/work/session.h"

class QWidget;

namespace thallos {

class Renders : public QObject {
    Q_OBJECT
public:
    // `library`: as it is when a render starts. `window`: of dialogs.
    Renders(Session& session, Engine& engine, std::function<std::shared_ptr<const PlantLibrary>()> library,
            QWidget* window);
    ~Renders() override;

    void ask(); // for size, samples and file of the shot that is shown
    void start(const RenderOrder& order);
    bool running() const { return job_ != nullptr; }
    // Asks when one is running; false: it goes on.
    bool letGo();

signals:
    void changed(); // one began or ended

private:
    void propose(RenderOrder& order, QString name) const;
    void remember(const RenderOrder& order);
    void end(const QString& sentence, bool trouble, const QString& folder = {});
    void askForAnotherPlace(const QString& reason); // for a finished picture that could not be written
    Session& session_;
    Engine& engine_;
    std::function<std::shared_ptr<const PlantLibrary>()> library_;
    QWidget* window_;
    RenderJob* job_ = nullptr;
    Jobs::Job shown_;
};

} // namespace thallos
