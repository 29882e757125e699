// What is wrong with the model of a building: a list of faults, each shown in the picture and cured by a step that can
// be taken back.
#pragma once

#include <atomic>
#include <memory>

#include <QDialog>

#include "app/work/session.h"
#include "app/work/task.h"
#include "core/model/health.h"

class QLabel;
class QPushButton;
class QTreeWidget;
class QVBoxLayout;

namespace thallos {

class ValueRow;

class HealthWindow : public QDialog {
    Q_OBJECT
public:
    HealthWindow(Session& session, QWidget* parent);
    ~HealthWindow() override;
    void check(Id building); // and goes on with it

private:
    void measure(); // aside
    void show(std::vector<Finding> findings);
    void choose(); // the fault of the current row
    void showAmount(Fault fault);
    // Marks the fault in the picture, or shows the building as it would be without it.
    void showInPicture();
    void cure(bool all);
    const Finding* finding() const; // of the current row; null: none, or of another model
    CureStep step() const;          // for finding(), by the amount set
    const Building* building() const;
    void stop();

    Session& session_;
    Id building_;
    std::shared_ptr<const Model> model_; // that the findings are of
    std::vector<Finding> findings_;
    QLabel *title_, *help_;
    QTreeWidget* list_;
    QVBoxLayout* amountPlace_;
    ValueRow* amount_ = nullptr;
    QPushButton *preview_, *cure_, *cureAll_, *zoom_;
    std::shared_ptr<std::atomic<bool>> stopped_;
    Task thread_;
};

// The window of the session's building that is selected; made when there is none yet.
void showHealth(Session& session, QWidget* window);

} // namespace thallos
