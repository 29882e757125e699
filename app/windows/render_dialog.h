// Asks for size, samples, cleaning, files and passes of a final render.
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
    QLayout* passRows();
    void refresh(); // what the kind of file allows
    QLineEdit *width_, *height_, *samples_, *clean_, *file_;
    QCheckBox* part_ = nullptr; // none: nothing is marked
    QCheckBox *passes_[kPassCount], *mattes_, *apart_, *floats_;
};

} // namespace thallos
