// Asks for view, size, samples, denoising, files and passes of a final render.
#pragma once

#include <QDialog>

#include "app/work/render_estimate.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;

namespace thallos {

class RenderDialog : public QDialog {
    Q_OBJECT
public:
    // `saved`: the camera of the shot as saved, where the proposal's is another.
    // `scene`: that is shown; null: the time is not estimated.
    RenderDialog(const RenderOrder& proposal, const std::optional<Camera>& saved, std::shared_ptr<const Scene> scene,
                 QWidget* parent);
    RenderOrder order() const;
    void accept() override;

private:
    RenderOrder proposal_;
    std::optional<Camera> saved_;
    QString replace_; // a file that may be replaced: it was asked
    QComboBox* view_;
    void makeFields();
    QLayout* passRows();
    void refresh(); // what the kind of file allows
    void ask();     // what it will take
    void show(const Estimate& estimate);
    RenderEstimate* estimate_;
    QLabel* takes_;
    QLineEdit *width_, *height_, *samples_, *clean_, *file_;
    QCheckBox* part_ = nullptr; // none: nothing is marked
    QCheckBox *passes_[kPassCount], *mattes_, *apart_, *floats_, *deep_;
};

} // namespace thallos
