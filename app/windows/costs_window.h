// What the shown view costs, by what is seen in it, the heaviest first.
#pragma once

#include <atomic>
#include <memory>

#include <QDialog>

#include "app/work/task.h"
#include "core/trace/cost.h"

class QLabel;
class QPushButton;
class QTreeWidget;

namespace thallos {

class CostsWindow : public QDialog {
    Q_OBJECT
public:
    explicit CostsWindow(QWidget* parent);
    ~CostsWindow() override;
    // Measures aside and shows the result; a second or two.
    void measure(std::shared_ptr<const Scene> scene, const Project& project, const Shot& shot);

signals:
    void measureWanted();

private:
    void show(const std::vector<Cost>& costs);
    void stop();
    QLabel* note_;
    QTreeWidget* list_;
    QPushButton* again_;
    std::shared_ptr<std::atomic<bool>> stopped_;
    Task thread_;
};

} // namespace thallos
