#include "app/windows/render_dialog.h"

#include <algorithm>
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
#include <QStorageInfo>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/finish/encode.h"

namespace thallos {

RenderDialog::RenderDialog(const RenderOrder& proposal, const std::optional<Camera>& saved,
                           std::shared_ptr<const Scene> scene, QWidget* parent)
    : QDialog(parent), proposal_(proposal), saved_(saved), estimate_(new RenderEstimate(std::move(scene), this)) {
    setWindowTitle(tr("Render shot"));
    setObjectName("renderDialog");
    makeFields();
    auto* browse = new QPushButton(tr("Browse…"), this);
    connect(browse, &QPushButton::clicked, this, [this] {
        const QString f =
            QFileDialog::getSaveFileName(this, tr("Output file"), file_->text(), tr("Images (*.png *.jpg *.tif *.exr)"),
                                         nullptr, QFileDialog::DontUseNativeDialog);
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
    if (saved_) view_->addItem(tr("Current view, not saved in the shot"));
    view_->addItem(tr("Shot as saved"));
    view_->setEnabled(saved_.has_value());
    view_->setToolTip(saved_ ? tr("The view was changed since the shot was saved")
                             : tr("The view is the shot as saved"));
    form->addRow(tr("View"), view_);
    form->addRow(tr("Size"), size);
    form->addRow(tr("Samples"), samples_);
    auto* clean = new QHBoxLayout;
    clean->addWidget(clean_);
    clean->addWidget(new QLabel("%"));
    clean->addStretch(1);
    form->addRow(tr("Denoise"), clean);
    if (proposal.part) {
        part_ = new QCheckBox(tr("Render region only"), this);
        part_->setObjectName("part");
        part_->setToolTip(tr("Writes only the region, at full scale"));
        form->addRow(QString(), part_);
    }
    auto* place = new QHBoxLayout;
    place->addWidget(file_, 1);
    place->addWidget(browse);
    form->addRow(tr("File"), place);
    form->addRow(tr("Passes"), passRows());
    takes_ = new QLabel(this);
    takes_->setObjectName("renderTakes");
    takes_->setWordWrap(true);
    form->addRow(tr("Estimate"), takes_);
    auto* buttons = new QDialogButtonBox(this);
    auto* go = buttons->addButton(tr("Render"), QDialogButtonBox::AcceptRole);
    setLook(go, "primary", true);
    go->setObjectName("go");
    buttons->addButton(tr("Cancel"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &RenderDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    form->addRow(buttons);
    connect(estimate_, &RenderEstimate::told, this, &RenderDialog::show);
    for (QLineEdit* f : {width_, height_, samples_, clean_, file_})
        connect(f, &QLineEdit::textChanged, this, &RenderDialog::ask);
    for (QCheckBox* box : findChildren<QCheckBox*>()) connect(box, &QCheckBox::toggled, this, &RenderDialog::ask);
    connect(view_, &QComboBox::currentIndexChanged, this, &RenderDialog::ask);
    ask();
}

void RenderDialog::makeFields() {
    auto field = [this](const Label& label, const QString& text) {
        auto* f = new QLineEdit(text, this);
        f->setAccessibleName(label.text);
        f->setObjectName(label.id);
        return f;
    };
    width_ = field({"width", tr("Width")}, QString::number(proposal_.size.x));
    height_ = field({"height", tr("Height")}, QString::number(proposal_.size.y));
    samples_ = field({"samples", tr("Samples")}, QString::number(proposal_.samples));
    width_->setValidator(new QIntValidator(16, 32768, this));
    height_->setValidator(new QIntValidator(16, 32768, this));
    samples_->setValidator(new QIntValidator(1, 65535, this));
    height_->setEnabled(false);
    height_->setToolTip(tr("Follows the aspect ratio of the shot"));
    connect(width_, &QLineEdit::textEdited, this, [this](const QString& t) {
        height_->setText(QString::number(std::max(16L, std::lround(t.toDouble() / proposal_.shot.camera.aspect))));
    });
    clean_ = field({"denoise", tr("Denoise")}, QString::number(std::lround(proposal_.denoise * 100)));
    clean_->setValidator(new QIntValidator(0, 100, this));
    clean_->setToolTip(tr("0 % = raw, 100 % = full"));
    file_ = field({"file", tr("Output file")}, QString::fromStdString(proposal_.delivery.file.string()));
    file_->setMinimumWidth(360);
    file_->setToolTip(tr("PNG, JPEG or TIFF for a finished image, EXR for scene-linear data"));
}

void RenderDialog::ask() {
    if (width_->hasAcceptableInput() && samples_->hasAcceptableInput() && clean_->hasAcceptableInput())
        estimate_->ask(order());
}

void RenderDialog::show(const Estimate& e) {
    const int64_t memory = freeMemory(), disk = QStorageInfo(QFileInfo(file_->text()).path()).bytesAvailable();
    const bool tight = (memory > 0 && e.memory > memory) || (disk > 0 && e.disk > disk);
    takes_->setText(
        tr("%1 · memory %2, %3 free · disk about %4", "time, memory, disk")
            .arg(e.seconds > 0 ? durationText(e.seconds) : tr("time is being estimated…"), bytesText(e.memory),
                 bytesText(memory), bytesText(e.disk)) +
        (tight ? "\n" + tr("More than this computer has: choose a smaller size or fewer passes.") : QString()));
    setLook(takes_, "role", tight ? "warning" : "second");
}

QLayout* RenderDialog::passRows() {
    const std::pair<QString, QString> texts[kPassCount] = {
        {tr("Depth"), tr("Distance in metres")},
        {tr("Alpha"), tr("Transparent sky")},
        {tr("Normals"), tr("World-space normals")},
        {tr("Albedo"), tr("Base colour without light")},
        {tr("Light components"),
         tr("Direct, indirect, reflection, transmission, emission, haze, background; they sum to the image")},
        {tr("Light groups"), tr("Sun, sky and each lamp group; they sum to the image")},
        {tr("ID mattes"), tr("Anti-aliased mattes of every item and material")}};
    auto* grid = new QGridLayout;
    for (int k = 0; k < kPassCount; ++k) {
        passes_[k] = new QCheckBox(texts[k].first, this);
        passes_[k]->setObjectName(passName(static_cast<Pass>(k)));
        passes_[k]->setToolTip(texts[k].second);
        const auto& wanted = proposal_.delivery.passes;
        passes_[k]->setChecked(std::find(wanted.begin(), wanted.end(), static_cast<Pass>(k)) != wanted.end());
        grid->addWidget(passes_[k], k / 2, k % 2);
    }
    mattes_ = new QCheckBox(tr("Mattes as PNG (RGB)"), this);
    mattes_->setObjectName("mattePictures");
    mattes_->setToolTip(tr("Items and materials in red, green and blue, three per file"));
    grid->addWidget(mattes_, kPassCount / 2, kPassCount % 2);
    apart_ = new QCheckBox(tr("Separate files"), this);
    apart_->setObjectName("apart");
    floats_ = new QCheckBox(tr("32-bit float"), this);
    floats_->setObjectName("floats");
    floats_->setToolTip(tr("For EXR; otherwise 16-bit half float"));
    grid->addWidget(apart_, kPassCount / 2 + 1, 0);
    grid->addWidget(floats_, kPassCount / 2 + 1, 1);
    deep_ = new QCheckBox(tr("16 bits per channel"), this);
    deep_->setObjectName("deep");
    deep_->setToolTip(tr("For PNG or TIFF, with room to grade later; otherwise 8 bits"));
    grid->addWidget(deep_, kPassCount / 2 + 2, 0);
    mattes_->setChecked(proposal_.delivery.mattePictures);
    apart_->setChecked(proposal_.delivery.apart);
    floats_->setChecked(proposal_.delivery.floats);
    deep_->setChecked(proposal_.delivery.deep);
    connect(file_, &QLineEdit::textChanged, this, &RenderDialog::refresh);
    refresh();
    return grid;
}

void RenderDialog::refresh() {
    const bool exr = file_->text().endsWith(".exr", Qt::CaseInsensitive);
    // Other pictures can't hold layers.
    apart_->setEnabled(exr);
    apart_->setToolTip(exr ? tr("Instead of layers in one EXR")
                           : tr("Layers need an EXR; here passes are separate files"));
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
                        tr("“%1” already exists. Replace it when the render has finished?")
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
        file_->setToolTip(sentenceOf(e));
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
