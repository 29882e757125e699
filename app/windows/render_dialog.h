// Asks for size, samples, cleaning and file of a final render.
#pragma once

#include <QDialog>

#include "app/render_job.h"

class QCheckBox;
class QComboBox;
class QLineEdit;

namespace thallos {

class RenderDialog : public QDialog {
    Q_OBJECT
public:
    RenderDialog(const RenderOrder& proposal, QWidget* parent);
    RenderOrder order() const;
    void accept() override;

private:
    RenderOrder proposal_;
    QLineEdit *width_, *height_, *samples_, *file_;
    QCheckBox* clean_;
};

} // namespace thallos
