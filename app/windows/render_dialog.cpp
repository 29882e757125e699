#include "app/windows/render_dialog.h"

#include <cmath>

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QIntValidator>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include "app/theme.h"

namespace thallos {

RenderDialog::RenderDialog(const RenderOrder& proposal, QWidget* parent) : QDialog(parent), proposal_(proposal) {
    setWindowTitle(tr("Render shot"));
    setObjectName("renderDialog");
    auto field = [this](const QString& name, const QString& text) {
        auto* f = new QLineEdit(text, this);
        f->setAccessibleName(name);
        f->setObjectName(name);
        return f;
    };
    width_ = field(tr("Width"), QString::number(proposal.size.x));
    height_ = field(tr("Height"), QString::number(proposal.size.y));
    samples_ = field(tr("Samples"), QString::number(proposal.samples));
    width_->setValidator(new QIntValidator(16, 32768, this));
    height_->setValidator(new QIntValidator(16, 32768, this));
    samples_->setValidator(new QIntValidator(1, 65535, this));
    height_->setEnabled(false);
    height_->setToolTip(tr("Follows the aspect of the shot"));
    connect(width_, &QLineEdit::textEdited, this, [this](const QString& t) {
        height_->setText(QString::number(std::max(16L, std::lround(t.toDouble() / proposal_.shot.camera.aspect))));
    });
    clean_ = new QCheckBox(tr("Take the remaining noise out"), this);
    clean_->setChecked(true);
    file_ = field(tr("File"), QString::fromStdString(proposal.file.string()));
    file_->setMinimumWidth(360);
    file_->setToolTip(tr("PNG, JPEG or TIFF for a finished picture, EXR for scene-linear light"));
    auto* browse = new QPushButton(tr("Choose…"), this);
    connect(browse, &QPushButton::clicked, this, [this] {
        const QString f = QFileDialog::getSaveFileName(this, tr("Picture file"), file_->text(),
                                                       tr("Pictures (*.png *.jpg *.tif *.exr)"), nullptr,
                                                       QFileDialog::DontUseNativeDialog);
        if (!f.isEmpty()) file_->setText(f);
    });
    auto* form = new QFormLayout(this);
    form->setContentsMargins(16, 16, 16, 12);
    auto* size = new QHBoxLayout;
    size->addWidget(width_);
    size->addWidget(new QLabel("×"));
    size->addWidget(height_);
    size->addWidget(new QLabel(tr("pixels")));
    form->addRow(tr("Size"), size);
    form->addRow(tr("Samples"), samples_);
    form->addRow(QString(), clean_);
    auto* place = new QHBoxLayout;
    place->addWidget(file_, 1);
    place->addWidget(browse);
    form->addRow(tr("File"), place);
    auto* buttons = new QDialogButtonBox(this);
    auto* go = buttons->addButton(tr("Render"), QDialogButtonBox::AcceptRole);
    go->setProperty("primary", true);
    go->setObjectName("go");
    buttons->addButton(tr("Not now"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &RenderDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    form->addRow(buttons);
}

void RenderDialog::accept() {
    const QString ending = QFileInfo(file_->text()).suffix().toLower();
    const bool known = QStringList{"png", "jpg", "jpeg", "tif", "tiff", "exr"}.contains(ending);
    if (!width_->hasAcceptableInput()) return width_->setFocus();
    if (!samples_->hasAcceptableInput()) return samples_->setFocus();
    if (!known || file_->text().isEmpty()) {
        setLook(file_, "wrong", true);
        file_->setToolTip(tr("The name must end in .png, .jpg, .tif or .exr"));
        return file_->setFocus();
    }
    QDialog::accept();
}

RenderOrder RenderDialog::order() const {
    RenderOrder o = proposal_;
    o.size = {width_->text().toInt(), height_->text().toInt()};
    o.samples = samples_->text().toInt();
    o.denoise = clean_->isChecked() ? 1 : 0;
    o.file = file_->text().toStdString();
    return o;
}

} // namespace thallos
