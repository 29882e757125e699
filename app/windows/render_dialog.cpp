#include "app/windows/render_dialog.h"

#include <cmath>

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QIntValidator>
#include <QLabel>
#include <QLineEdit>
#include <QMessageBox>
#include <QPushButton>

#include "app/widgets/theme.h"
#include "core/finish/encode.h"

namespace thallos {

RenderDialog::RenderDialog(const RenderOrder& proposal, const std::optional<Camera>& saved, QWidget* parent)
    : QDialog(parent), proposal_(proposal), saved_(saved) {
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
    clean_ = field(tr("Denoise"), QString::number(std::lround(proposal.denoise * 100)));
    clean_->setValidator(new QIntValidator(0, 100, this));
    clean_->setToolTip(tr("How much of the remaining noise is taken out after; 0 leaves the picture as it was traced"));
    file_ = field(tr("File"), QString::fromStdString(proposal.delivery.file.string()));
    file_->setMinimumWidth(360);
    file_->setToolTip(tr("PNG, JPEG or TIFF for a finished picture, EXR for scene-linear light"));
    auto* browse = new QPushButton(tr("Choose…"), this);
    connect(browse, &QPushButton::clicked, this, [this] {
        const QString f = QFileDialog::getSaveFileName(this, tr("Picture file"), file_->text(),
                                                       tr("Pictures (*.png *.jpg *.tif *.exr)"), nullptr,
                                                       QFileDialog::DontUseNativeDialog);
        if (f.isEmpty()) return;
        file_->setText(f);
        replace_ = f; // the dialog has asked
    });
    auto* form = new QFormLayout(this);
    form->setContentsMargins(16, 16, 16, 12);
    auto* size = new QHBoxLayout;
    size->addWidget(width_);
    size->addWidget(new QLabel("×"));
    size->addWidget(height_);
    size->addWidget(new QLabel(tr("pixels")));
    view_ = new QComboBox(this);
    view_->setObjectName("view");
    view_->setAccessibleName(tr("View"));
    if (saved_) view_->addItem(tr("Present view, not saved in the shot"));
    view_->addItem(tr("Shot as saved"));
    view_->setEnabled(saved_.has_value());
    view_->setToolTip(saved_ ? tr("You have looked around since the shot was saved: the two differ")
                             : tr("The picture shows the shot as it is saved"));
    form->addRow(tr("View"), view_);
    form->addRow(tr("Size"), size);
    form->addRow(tr("Samples"), samples_);
    auto* clean = new QHBoxLayout;
    clean->addWidget(clean_);
    clean->addWidget(new QLabel("%"));
    clean->addStretch(1);
    form->addRow(tr("Denoise"), clean);
    if (proposal.part) {
        part_ = new QCheckBox(tr("Only the part that is marked in the picture"), this);
        part_->setObjectName("part");
        part_->setToolTip(tr("A smaller file: this part of the picture in its full size"));
        form->addRow(QString(), part_);
    }
    auto* place = new QHBoxLayout;
    place->addWidget(file_, 1);
    place->addWidget(browse);
    form->addRow(tr("File"), place);
    form->addRow(tr("Passes"), passRows());
    auto* buttons = new QDialogButtonBox(this);
    auto* go = buttons->addButton(tr("Render"), QDialogButtonBox::AcceptRole);
    setLook(go, "primary", true);
    go->setObjectName("go");
    buttons->addButton(tr("Cancel"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &RenderDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    form->addRow(buttons);
}

QLayout* RenderDialog::passRows() {
    const std::pair<QString, QString> texts[kPassCount] = {
        {tr("Depth"), tr("Metres from the camera, for haze and focus made later")},
        {tr("Alpha"), tr("What is no sky, to lay another sky behind")},
        {tr("Normals"), tr("Which way surfaces face, in the world")},
        {tr("Albedo"), tr("Colour without light")},
        {tr("Light components"),
         tr("Direct, indirect, mirrored, seen through, shining, haze; they sum to the picture")},
        {tr("Light groups"), tr("Sun, sky and each lamp group; they sum to the picture")},
        {tr("Mattes by name"), tr("Every item and material by name, with soft edges")}};
    auto* grid = new QGridLayout;
    for (int k = 0; k < kPassCount; ++k) {
        passes_[k] = new QCheckBox(texts[k].first, this);
        passes_[k]->setObjectName(passName(static_cast<Pass>(k)));
        passes_[k]->setToolTip(texts[k].second);
        grid->addWidget(passes_[k], k / 2, k % 2);
    }
    mattes_ = new QCheckBox(tr("Mattes as PNG pictures"), this);
    mattes_->setObjectName("mattePictures");
    mattes_->setToolTip(tr("Items and materials in red, green and blue, three to each picture"));
    grid->addWidget(mattes_, kPassCount / 2, kPassCount % 2);
    apart_ = new QCheckBox(tr("Each as a file of its own"), this);
    apart_->setObjectName("apart");
    floats_ = new QCheckBox(tr("Picture in 32 bits"), this);
    floats_->setObjectName("floats");
    floats_->setToolTip(tr("Of an EXR; half as precise and half as large otherwise"));
    grid->addWidget(apart_, kPassCount / 2 + 1, 0);
    grid->addWidget(floats_, kPassCount / 2 + 1, 1);
    deep_ = new QCheckBox(tr("16 bits per channel"), this);
    deep_->setObjectName("deep");
    deep_->setToolTip(tr("Of a PNG or TIFF: room to grade it later; 8 bits otherwise"));
    grid->addWidget(deep_, kPassCount / 2 + 2, 0);
    connect(file_, &QLineEdit::textChanged, this, &RenderDialog::refresh);
    refresh();
    return grid;
}

void RenderDialog::refresh() {
    const bool exr = file_->text().endsWith(".exr", Qt::CaseInsensitive);
    // Other pictures can't hold layers.
    apart_->setEnabled(exr);
    apart_->setToolTip(exr ? tr("Not as layers of the one EXR")
                           : tr("Layers need an EXR: here they get files of their own"));
    floats_->setEnabled(exr);
    deep_->setEnabled(holdsDeep(file_->text().toStdString()));
    if (!exr) apart_->setChecked(true);
}

void RenderDialog::accept() {
    const QString ending = QFileInfo(file_->text()).suffix().toLower();
    const bool known = QStringList{"png", "jpg", "jpeg", "tif", "tiff", "exr"}.contains(ending);
    if (!width_->hasAcceptableInput()) return width_->setFocus();
    if (!samples_->hasAcceptableInput()) return samples_->setFocus();
    if (!clean_->hasAcceptableInput()) return clean_->setFocus();
    if (!known || file_->text().isEmpty()) {
        setLook(file_, "wrong", true);
        file_->setToolTip(tr("The name must end in .png, .jpg, .tif or .exr"));
        return file_->setFocus();
    }
    if (QFileInfo::exists(file_->text()) && file_->text() != replace_) {
        QMessageBox box(QMessageBox::Question, tr("Render shot"),
                        tr("“%1” is there already. Replace it when the render has finished?")
                            .arg(QFileInfo(file_->text()).fileName()),
                        QMessageBox::NoButton, this);
        auto* replace = box.addButton(tr("Replace"), QMessageBox::DestructiveRole);
        box.addButton(tr("Cancel"), QMessageBox::RejectRole);
        box.exec();
        if (box.clickedButton() != replace) return file_->setFocus();
    }
    try {
        PictureSettings settings;
        prepare(order().delivery, settings);
    } catch (const std::exception& e) { // better now than after the render
        setLook(file_, "wrong", true);
        file_->setToolTip(QString::fromUtf8(e.what()));
        return file_->setFocus();
    }
    QDialog::accept();
}

RenderOrder RenderDialog::order() const {
    RenderOrder o = proposal_;
    if (saved_ && view_->currentIndex() == 1) o.shot.camera = *saved_;
    o.size = {width_->text().toInt(), height_->text().toInt()};
    o.samples = samples_->text().toInt();
    o.denoise = clean_->text().toFloat() / 100;
    if (!part_ || !part_->isChecked()) o.part.reset();
    o.delivery.file = file_->text().toStdString();
    o.delivery.passes.clear();
    for (int k = 0; k < kPassCount; ++k)
        if (passes_[k]->isChecked()) o.delivery.passes.push_back(static_cast<Pass>(k));
    o.delivery.apart = apart_->isChecked();
    o.delivery.deep = deep_->isEnabled() && deep_->isChecked();
    o.delivery.floats = floats_->isEnabled() && floats_->isChecked();
    o.delivery.mattePictures = mattes_->isChecked();
    return o;
}

} // namespace thallos
