#include "app/windows/health_window.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QTimer>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/widgets/number_field.h"
#include "app/widgets/theme.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/part_edits.h"
#include "app/work/stand_back.h"
#include "core/model/cures.h"

namespace thallos {

HealthWindow::HealthWindow(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setObjectName("health");
    setWindowTitle(tr("Check model"));
    resize(460, 480);
    title_ = new QLabel(this);
    title_->setObjectName("healthTitle");
    title_->setFont(typeface(Type::Heading));
    title_->setWordWrap(true);
    list_ = new QTreeWidget(this);
    list_->setObjectName("faults");
    list_->setAccessibleName(tr("Faults of the model"));
    list_->setRootIsDecorated(false);
    list_->setHeaderLabels({tr("Fault"), tr("Count"), tr("Parts")});
    list_->header()->setStretchLastSection(false);
    list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int c = 1; c < 3; ++c) list_->headerItem()->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    help_ = new QLabel(this);
    help_->setObjectName("healthHelp");
    help_->setWordWrap(true);
    help_->setProperty("role", "second");
    help_->setMinimumHeight(48);
    help_->setAlignment(Qt::AlignTop);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    zoom_ = buttons->addButton(tr("Zoom to"), QDialogButtonBox::ActionRole);
    zoom_->setObjectName("zoomToFault");
    zoom_->setToolTip(tr("Bring the parts with this fault into view"));
    preview_ = buttons->addButton(tr("Preview"), QDialogButtonBox::ActionRole);
    preview_->setObjectName("previewCure");
    preview_->setCheckable(true);
    preview_->setToolTip(tr("Show the building as it would be repaired; nothing is changed yet"));
    cure_ = buttons->addButton(tr("Repair"), QDialogButtonBox::ActionRole);
    cure_->setObjectName("cureFault");
    cure_->setToolTip(tr("Repair this fault in all parts; one undo step"));
    cureAll_ = buttons->addButton(tr("Repair all"), QDialogButtonBox::ActionRole);
    cureAll_->setObjectName("cureAll");
    cureAll_->setToolTip(tr("Repair everything that the list shows but leftovers, with default amounts"));
    amountPlace_ = new QVBoxLayout;
    auto* l = new QVBoxLayout(this);
    l->addWidget(title_);
    l->addWidget(list_, 1);
    l->addWidget(help_);
    l->addLayout(amountPlace_);
    l->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(list_, &QTreeWidget::currentItemChanged, this, &HealthWindow::choose);
    connect(preview_, &QPushButton::toggled, this, &HealthWindow::showInPicture);
    connect(cure_, &QPushButton::clicked, this, [this] { cure(false); });
    connect(cureAll_, &QPushButton::clicked, this, [this] { cure(true); });
    connect(zoom_, &QPushButton::clicked, this, [this] { Q_EMIT session_.view.zoomWanted(); });
    connect(&session_.view, &View::previewChanged, this, [this] {
        if (!session_.view.preview()) preview_->setChecked(false);
    });
    connect(this, &QDialog::finished, this, [this] {
        session_.view.setHighlight({});
        session_.view.setPreview(nullptr);
    });
    connect(&session_.document, &Document::changed, this, [this] {
        if (const Building* b = building(); isVisible() && b && b->model != model_) measure();
    });
}

HealthWindow::~HealthWindow() {
    stop();
}

void HealthWindow::stop() {
    if (stopped_) *stopped_ = true;
    if (thread_.joinable()) thread_.join();
}

const Building* HealthWindow::building() const {
    return bodyOf<Building>(session_.document.item(building_));
}

void HealthWindow::check(Id building) {
    building_ = building;
    measure();
}

void HealthWindow::measure() {
    title_->setText(tr("Checking…"));
    for (QPushButton* b : {preview_, cure_, cureAll_, zoom_}) b->setEnabled(false); // the list is of another model now
    // Whoever works holds the flag; the window never waits for a large model.
    if (stopped_) *stopped_ = true;
    if (stopped_ && stopped_.use_count() > 1) return QTimer::singleShot(40, this, &HealthWindow::measure);
    stop();
    const Building* b = building();
    if (!b) return;
    model_ = b->model;
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    thread_ = Task([this, model = model_, stopped = stopped_] {
        standBack(kNiceOfPictures);
        std::vector<Finding> findings = healthOf(*model, {}, [stopped] { return stopped->load(); });
        if (!*stopped)
            QMetaObject::invokeMethod(this, [this, stopped, findings = std::move(findings)]() mutable {
                if (!*stopped) show(std::move(findings));
            });
    });
}

void HealthWindow::show(std::vector<Finding> findings) {
    findings_ = std::move(findings);
    const Item* item = session_.document.item(building_);
    const QString name = item ? QString::fromStdString(item->name) : QString();
    title_->setText(findings_.empty()
                        ? tr("%1: no faults found.").arg(name)
                        : tr("%1: %n kind(s) of faults", nullptr, static_cast<int>(findings_.size())).arg(name));
    list_->clear();
    for (const Finding& f : findings_) {
        auto* row = new QTreeWidgetItem(
            list_, {faultText(f.kind), countText(f.count), countText(static_cast<int64_t>(f.places.size()))});
        for (int c = 1; c < 3; ++c) row->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    }
    cureAll_->setEnabled(!findings_.empty());
    if (!findings_.empty()) list_->setCurrentItem(list_->topLevelItem(0));
    choose();
}

void HealthWindow::choose() {
    const Finding* f = finding();
    for (QPushButton* b : {preview_, cure_, zoom_}) b->setEnabled(f);
    delete amount_;
    amount_ = nullptr;
    help_->setText(f ? faultHelp(f->kind) : QString());
    if (f) {
        std::vector<int> parts;
        for (const FaultPlace& place : f->places) parts.push_back(place.part);
        session_.selection.setParts(building_, std::move(parts));
        showAmount(f->kind);
    }
    showInPicture();
}

void HealthWindow::showAmount(Fault fault) {
    const CureAmount amount = amountOf(fault);
    if (amount.unit == CureAmount::Unit::None) return;
    const bool metres = amount.unit == CureAmount::Unit::Metres;
    const ValueRange range =
        metres ? ValueRange::length(static_cast<double>(amount.least), static_cast<double>(amount.most),
                                    static_cast<double>(amount.usual), true, 4)
               : ValueRange{static_cast<double>(degrees(amount.least)),
                            static_cast<double>(degrees(amount.most)),
                            false,
                            Dimension::Angle,
                            "°",
                            0,
                            static_cast<double>(degrees(amount.usual))};
    amount_ = new ValueRow({"cureAmount", cureAmountText(fault)}, range, tr("How much the repair does"), this);
    amount_->setValue(*range.normal);
    amountPlace_->addWidget(amount_);
    // Not at each step of a drag: a large model takes a while.
    connect(amount_, &ValueRow::changed, this, [this](double, bool dragging) {
        if (!dragging && preview_->isChecked()) showInPicture();
    });
    connect(amount_, &ValueRow::settled, this, [this] {
        if (preview_->isChecked()) showInPicture();
    });
}

const Finding* HealthWindow::finding() const {
    const Building* b = building();
    const int row = list_->currentIndex().row();
    const bool any = b && b->model == model_ && row >= 0 && row < static_cast<int>(findings_.size());
    return any ? &findings_[static_cast<size_t>(row)] : nullptr;
}

CureStep HealthWindow::step() const {
    const Fault fault = finding()->kind;
    const float amount = amount_ ? static_cast<float>(amount_->value()) : amountOf(fault).usual;
    return {{}, fault, amountOf(fault).unit == CureAmount::Unit::Radians ? radians(amount) : amount};
}

void HealthWindow::showInPicture() {
    const Finding* f = finding();
    if (f && preview_->isChecked()) {
        session_.view.setHighlight({});
        return previewStep(session_, building_, step(), [self = QPointer<HealthWindow>(this)] {
            return self && self->isVisible() && self->preview_->isChecked();
        });
    }
    session_.view.setPreview(nullptr);
    std::vector<V3f> corners;      // of triangles, in the world
    constexpr size_t kMost = 6000; // triangles that are marked: more can't be told apart
    if (f)
        for (const FaultPlace& place : f->places) {
            const M44f at = transformOf(*building());
            const Mesh& mesh = *model_->parts[static_cast<size_t>(place.part)].mesh;
            for (const int t : place.triangles)
                for (int k = 0; k < 3 && corners.size() < 3 * kMost; ++k)
                    corners.push_back(mesh.positions[static_cast<size_t>(mesh.triangles[static_cast<size_t>(t)][k])] *
                                      at);
        }
    session_.view.setHighlight(std::move(corners));
}

void HealthWindow::cure(bool all) {
    const Building* b = building();
    if (!b || b->model != model_ || (!all && !finding())) return;
    session_.view.setHighlight({});
    session_.selection.set(building_);
    if (!all) return takeStep(session_, thallos::tr(wordsOf(step())), step());
    // Those that take away first: what is gone needs no other cure. Leftovers may be meant: they go one by one.
    std::vector<ModelStep> steps;
    for (const Fault fault : {Fault::Degenerate, Fault::Duplicates, Fault::InsideOut, Fault::OpenEdges, Fault::Sheets,
                              Fault::WrongNormals, Fault::CoplanarDoubles, Fault::LooseVertices})
        if (std::any_of(findings_.begin(), findings_.end(), [&](const Finding& f) { return f.kind == fault; }))
            steps.push_back(CureStep{{}, fault, amountOf(fault).usual});
    takeSteps(session_, tr("Repair all"), steps);
}

void showHealth(Session& session, QWidget* window) {
    if (!selectedBuilding(session)) return;
    auto* health = window->findChild<HealthWindow*>();
    if (!health) health = new HealthWindow(session, window);
    const Id id = session.selection.last();
    static_cast<QDialog*>(health)->show();
    health->raise();
    health->check(id);
}

} // namespace thallos
