#include "app/windows/proxy_dialog.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPointer>
#include <QPushButton>
#include <QScrollArea>
#include <QThreadPool>
#include <QVBoxLayout>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/windows/species_window.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/task.h"
#include "core/base/error.h"

namespace thallos {

namespace {

QString megabytes(size_t bytes) {
    return decimalText(static_cast<double>(bytes) / 1e6, 1);
}

QLineEdit* lineOf(QWidget* parent, const char* id, const QString& name, const QString& text, const QString& tip) {
    auto* f = new QLineEdit(text, parent);
    f->setObjectName(id);
    f->setAccessibleName(name);
    f->setToolTip(tip);
    return f;
}

} // namespace

ProxyDialog::ProxyDialog(std::shared_ptr<const ProxyDraft> draft, const QString& file, QWidget* parent)
    : QDialog(parent), draft_(std::move(draft)) {
    setObjectName("proxyDialog");
    setWindowTitle(tr("Import plant"));
    resize(1060, 700);
    auto* whole = new QHBoxLayout(this);
    picture_ = new SpeciesPicture(this);
    whole->addWidget(picture_, 5);
    auto* right = new QVBoxLayout;
    whole->addLayout(right, 6);

    auto* form = new QFormLayout;
    name_ = lineOf(this, "proxyName", tr("Name"), QString::fromStdString(draft_->model.name),
                   tr("Name in the plant library"));
    kind_ = new QComboBox(this);
    kind_->setObjectName("proxyKind");
    kind_->setAccessibleName(tr("Kind"));
    kind_->setToolTip(tr("Plants vary in size and colour from one to the next; props and people do not"));
    for (size_t k = 0; k < std::size(kSpeciesKindNames); ++k) kind_->addItem(nameOf(static_cast<SpeciesKind>(k)));
    kind_->setCurrentIndex(static_cast<int>(draft_->kind));
    form->addRow(tr("Name"), name_);
    form->addRow(tr("Kind"), kind_);
    if (draft_->flat) {
        use_ = new QComboBox(this);
        use_->setObjectName("cardUse");
        use_->setAccessibleName(tr("Use"));
        use_->addItem(tr("Billboard, faces the camera"));
        use_->addItem(tr("Fixed card"));
        use_->addItem(tr("Backdrop for reflections"));
        use_->addItem(tr("Mist card"));
        use_->setToolTip(tr("Backdrops and mist cards are placed in the scene as items"));
        form->addRow(tr("Use"), use_);
        connect(use_, &QComboBox::currentIndexChanged, this, [this] { remake(); });
    }
    right->addLayout(form);
    const double likely = draft_->flat ? (draft_->kind == SpeciesKind::Person   ? 1.7
                                          : draft_->kind == SpeciesKind::Splash ? 0.6
                                                                                : 6)
                                       : draft_->height;
    height_ = new ValueRow({"height", tr("Real height")}, ValueRange::length(0.02, 60, likely, true),
                           tr("Real height, whatever the file says; compare it with the person"), this);
    height_->setObjectName("proxyHeight");
    height_->setValue(std::clamp(likely, 0.02, 60.0));
    right->addWidget(height_);
    auto* said = new QLabel(
        draft_->flat
            ? tr("Images carry no size: enter the real height.")
            : tr("Height in the file: %1. Correct it if needed.").arg(lengthText(static_cast<double>(draft_->height))),
        this);
    said->setProperty("role", "second");
    right->addWidget(said);
    if (!draft_->flat) addRoles(*right);
    report_ = new QPlainTextEdit(this);
    report_->setObjectName("proxyReport");
    report_->setReadOnly(true);
    report_->setTabChangesFocus(true);
    report_->setAccessibleName(tr("Import report"));
    weight_ = new QLabel(this);
    weight_->setObjectName("proxyWeight");
    weight_->setWordWrap(true);
    right->addWidget(report_, 1);
    right->addWidget(weight_);
    right->addLayout(rightsOf(file));
    note_ = new QLabel(this);
    note_->setObjectName("proxyNote");
    note_->setWordWrap(true);
    right->addWidget(note_);
    right->addLayout(answers());
    connect(kind_, &QComboBox::currentIndexChanged, this, [this] { remake(); });
    connect(height_, &ValueRow::changed, this, [this](double, bool dragging) {
        if (!dragging) remake();
    });
    connect(height_, &ValueRow::settled, this, [this] { remake(); });
    remake();
}

// Which way is up, and what each material stands for.
void ProxyDialog::addRoles(QVBoxLayout& right) {
    upright_ = new QCheckBox(tr("Stand it up (other up axis)"), this);
    upright_->setObjectName("proxyUpright");
    upright_->setToolTip(tr("For files whose height runs along another axis"));
    upright_->setChecked(draft_->lies);
    right.addWidget(upright_);
    connect(upright_, &QCheckBox::toggled, this, [this] { remake(); });
    auto* materials = new QFormLayout;
    for (const ProxyMaterial& s : draft_->materials) {
        auto* role = new QComboBox(this);
        for (size_t r = 0; r < std::size(kPartRoleNames); ++r) role->addItem(nameOf(static_cast<PartRole>(r)));
        role->setCurrentIndex(static_cast<int>(s.role));
        role->setObjectName("role " + QString::fromStdString(s.name));
        role->setAccessibleName(tr("Role of %1").arg(QString::fromStdString(s.name)));
        role->setToolTip(tr("Leaves are cut out, translucent and fall in autumn; wood is matt and solid"));
        materials->addRow(tr("%1, %2 triangles").arg(QString::fromStdString(s.name), countText(s.triangles)), role);
        roles_.push_back(role);
        connect(role, &QComboBox::currentIndexChanged, this, [this] { remake(); });
    }
    auto* page = new QWidget;
    page->setLayout(materials);
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(page);
    scroll->setMaximumHeight(std::min(170, page->sizeHint().height() + 4));
    right.addWidget(scroll);
}

QLayout* ProxyDialog::rightsOf(const QString& file) {
    auto* rights = new QFormLayout;
    maker_ = lineOf(this, "proxyMaker", tr("Author"), {}, tr("Who made it; listed in the rights of the project"));
    source_ =
        lineOf(this, "proxySource", tr("Source"), file, tr("The file it was imported from, or where it was bought"));
    licence_ =
        lineOf(this, "proxyLicence", tr("Licence"), {}, tr("Terms under which it may be used in a client's image"));
    price_ = lineOf(this, "proxyPrice", tr("Price"), {}, tr("What it cost, with the currency"));
    rights->addRow(tr("Author"), maker_);
    rights->addRow(tr("Source"), source_);
    rights->addRow(tr("Licence"), licence_);
    rights->addRow(tr("Price"), price_);
    return rights;
}

QLayout* ProxyDialog::answers() {
    // Not a box of buttons, which would have one of them pressed by Enter: that is for the fields.
    auto* buttons = new QHBoxLayout;
    auto* leave = new QPushButton(tr("Cancel"), this);
    keep_ = new QPushButton(this);
    keep_->setObjectName("keepProxy");
    setLook(keep_, "primary", true);
    for (QPushButton* b : {leave, keep_}) b->setAutoDefault(false);
    buttons->addStretch(1);
    buttons->addWidget(leave);
    buttons->addWidget(keep_);
    connect(keep_, &QPushButton::clicked, this, &QDialog::accept);
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    return buttons;
}

CardUse ProxyDialog::use() const {
    return use_ ? static_cast<CardUse>(use_->currentIndex()) : CardUse::Stands;
}

ProxyOrder ProxyDialog::order() const {
    ProxyOrder o;
    o.name = name_->text().simplified().toStdString();
    o.kind = static_cast<SpeciesKind>(kind_->currentIndex());
    o.height = static_cast<float>(height_->value());
    o.turns = draft_->flat && use() == CardUse::Turns;
    o.upright = upright_ && upright_->isChecked();
    for (const QComboBox* r : roles_) o.roles.push_back(static_cast<PartRole>(r->currentIndex()));
    o.rights = {maker_->text().toStdString(), source_->text().toStdString(), licence_->text().toStdString(),
                price_->text().toStdString()};
    return o;
}

void ProxyDialog::remake() {
    const uint64_t generation = ++generation_;
    keep_->setText(use() == CardUse::Backdrop || use() == CardUse::Mist ? tr("Place in scene") : tr("Add to library"));
    ProxyOrder o = order();
    if (o.name.empty()) o.name = "unnamed";
    QThreadPool::globalInstance()->start([draft = draft_, o, generation, self = QPointer<ProxyDialog>(this)] {
        std::shared_ptr<const ProxyMade> made;
        QString failure;
        try {
            made = std::make_shared<const ProxyMade>(makeProxy(*draft, o));
        } catch (const std::exception& e) {
            failure = sentenceOf(e);
        }
        // The dialog lives and dies on the interface's thread, so that is where it is asked for.
        QMetaObject::invokeMethod(qApp, [self, made, failure, generation] {
            if (!self || self->generation_ != generation) return;
            self->note_->setText(failure);
            if (made) self->show(*made);
        });
    });
}

void ProxyDialog::show(const ProxyMade& made) {
    QStringList lines;
    for (const Text& line : made.report) lines << thallos::tr(line);
    if (lines.isEmpty()) lines << tr("No problems found.");
    report_->setPlainText(lines.join("\n"));
    weight_->setText(tr("File: %1 triangles, %2 MB → planted: %3 triangles, %4 MB (at most %5 near, %6 far)")
                         .arg(countText(made.trianglesBefore), megabytes(made.bytesBefore),
                              countText(made.trianglesAfter), megabytes(made.bytesAfter))
                         .arg(countText(std::min<int64_t>(made.trianglesAfter, kMostTriangles[1])),
                              countText(std::min<int64_t>(made.trianglesAfter, kMostTriangles[3]))));
    picture_->setSpecies(PlantLibrary::of({speciesOf(made)}), 0, 0, Season::Summer);
}

void ProxyDialog::accept() {
    if (name_->text().simplified().isEmpty()) {
        note_->setText(tr("Enter a name."));
        name_->setFocus();
        return;
    }
    if (use() == CardUse::Backdrop || use() == CardUse::Mist) return QDialog::accept();
    // As the answers are now: a name or a licence may have been typed since it was made.
    setEnabled(false);
    QThreadPool::globalInstance()->start([draft = draft_, o = order(), self = QPointer<ProxyDialog>(this)] {
        QString failure;
        try {
            keepProxy(makeProxy(*draft, o), ownSpeciesFolder());
        } catch (const std::exception& e) {
            failure = sentenceOf(e);
        }
        QMetaObject::invokeMethod(qApp, [self, failure, name = QString::fromStdString(o.name)] {
            if (!self) return;
            self->setEnabled(true);
            self->note_->setText(failure);
            if (!failure.isEmpty()) return;
            self->kept_ = name;
            self->QDialog::accept();
        });
    });
}

} // namespace thallos
