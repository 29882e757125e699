// The gap under a building, unrolled along its outline: above the line it floats, below it is buried.
#pragma once

#include <QWidget>

#include "core/ground/contact.h"

namespace thallos {

class GapPlot : public QWidget {
    Q_OBJECT
public:
    explicit GapPlot(QWidget* parent = nullptr);
    void show(const Contact& contact);
    static QColor colourOf(float gap); // as the plan has it too

protected:
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent* event) override; // a tip with the figure under the pointer

private:
    QRectF plot() const;
    Contact contact_;
};

} // namespace thallos
