#include "app/windows/costs_window.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/work/stand_back.h"
#include "core/trace/render.h"

namespace thallos {

CostsWindow::CostsWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("costs");
    setWindowTitle(tr("Render cost"));
    resize(680, 460);
    auto* l = new QVBoxLayout(this);
    note_ = new QLabel(this);
    note_->setObjectName("costsNote");
    note_->setWordWrap(true);
    note_->setProperty("role", "second");
    list_ = new QTreeWidget(this);
    list_->setObjectName("costsList");
    list_->setAccessibleName(tr("Species and materials by cost"));
    list_->setRootIsDecorated(false);
    list_->setHeaderLabels(
        {tr("Item"), tr("Time"), tr("Screen area"), tr("Cost per pixel"), tr("Memory"), tr("Instances")});
    list_->headerItem()->setToolTip(3, tr("Cost of one of its pixels relative to the average"));
    list_->header()->setStretchLastSection(false);
    list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    for (int c = 1; c < 6; ++c) list_->headerItem()->setTextAlignment(c, Qt::AlignRight | Qt::AlignVCenter);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    again_ = buttons->addButton(tr("Measure again"), QDialogButtonBox::ActionRole);
    again_->setObjectName("measureAgain");
    again_->setToolTip(tr("Measure the view shown now"));
    connect(again_, &QPushButton::clicked, this, &CostsWindow::measureWanted);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    l->addWidget(note_);
    l->addWidget(list_);
    l->addWidget(buttons);
}

CostsWindow::~CostsWindow() {
    stop();
}

void CostsWindow::stop() {
    if (stopped_) *stopped_ = true;
    if (thread_.joinable()) thread_.join();
}

void CostsWindow::measure(std::shared_ptr<const Scene> scene, const Project& project, const Shot& shot) {
    stop();
    if (!scene) return note_->setText(tr("The scene is still being built; try again shortly."));
    note_->setText(tr("Measuring…"));
    again_->setEnabled(false);
    stopped_ = std::make_shared<std::atomic<bool>>(false);
    thread_ = Task([this, scene, project, shot, stopped = stopped_] {
        standBack(kNiceOfPictures);
        const std::vector<Cost> costs =
            costsOf(*scene, environmentOf(project, shot), shot.camera, [stopped] { return stopped->load(); });
        if (!*stopped) QMetaObject::invokeMethod(this, [this, costs] { show(costs); });
    });
}

void CostsWindow::show(const std::vector<Cost>& costs) {
    again_->setEnabled(true);
    list_->clear();
    double all = 0;
    for (const Cost& c : costs) {
        all += c.time;
        const auto number = [](double v, int decimals, const QString& unit) { return decimalText(v, decimals) + unit; };
        auto* row = new QTreeWidgetItem(list_, {libraryName(c.name), number(c.time * 100, 1, " %"),
                                                number(c.seen * 100, 1, " %"),
                                                c.seen > 0.001 ? number(c.weight(), 1, " ×") : QString(),
                                                c.bytes > 0 ? bytesText(static_cast<int64_t>(c.bytes)) : QString(),
                                                c.count > 0 ? countText(static_cast<int64_t>(c.count)) : QString()});
        row->setToolTip(0, c.species ? tr("Species: its leaves, blades and wood") : tr("Material"));
        for (int k = 1; k < 6; ++k) row->setTextAlignment(k, Qt::AlignRight | Qt::AlignVCenter);
    }
    for (int c = 1; c < 6; ++c) list_->resizeColumnToContents(c);
    note_->setText(
        tr("Render time by what is visible. The remaining %1 % is sky. Plants share memory between instances.")
            .arg(decimalText(std::max(0.0, 1 - all) * 100, 1)));
}

} // namespace thallos
