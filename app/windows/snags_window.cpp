#include "app/windows/snags_window.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "app/windows/health_window.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/work/edits.h"
#include "core/ground/contact.h"

namespace thallos {

SnagsWindow::SnagsWindow(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setObjectName("snags");
    setWindowTitle(tr("Snags"));
    resize(520, 420);
    title_ = new QLabel(this);
    title_->setObjectName("snagsTitle");
    title_->setFont(typeface(Type::Heading));
    list_ = new QTreeWidget(this);
    list_->setObjectName("snagList");
    list_->setAccessibleName(tr("Snags of the site"));
    list_->setRootIsDecorated(false);
    list_->setHeaderLabels({tr("Item"), tr("What is wrong"), tr("Limit")});
    list_->header()->setStretchLastSection(false);
    list_->header()->setSectionResizeMode(1, QHeaderView::Stretch);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    go_ = buttons->addButton(tr("Go to"), QDialogButtonBox::ActionRole);
    go_->setObjectName("goToSnag");
    go_->setToolTip(tr("Select the item and bring it into view; a double click does the same"));
    cure_ = buttons->addButton(tr("Repair"), QDialogButtonBox::ActionRole);
    cure_->setObjectName("cureSnag");
    auto* l = new QVBoxLayout(this);
    l->addWidget(title_);
    l->addWidget(list_, 1);
    l->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(list_, &QTreeWidget::currentItemChanged, this, &SnagsWindow::choose);
    const auto go = [this] {
        const Snag* s = current();
        if (!s) return;
        if (s->shot) session_.view.showShot(s->shot);
        session_.selection.set(s->item);
        Q_EMIT session_.view.zoomWanted();
    };
    connect(list_, &QTreeWidget::itemActivated, this, go);
    connect(go_, &QPushButton::clicked, this, go);
    connect(cure_, &QPushButton::clicked, this, &SnagsWindow::cure);
    connect(&session_.snags, &AfterRest::changed, this, &SnagsWindow::fill);
    fill();
}

const Snag* SnagsWindow::current() const {
    const int row = list_->currentIndex().row();
    const auto& all = session_.snags.snags();
    return row >= 0 && row < static_cast<int>(all.size()) ? &all[static_cast<size_t>(row)] : nullptr;
}

void SnagsWindow::fill() {
    const auto& all = session_.snags.snags();
    title_->setText(session_.snags.searching() ? tr("Looking for snags…")
                    : all.empty()              ? tr("No snags found.")
                                               : tr("%n snag(s)", nullptr, static_cast<int>(all.size())));
    const int row = std::max(0, list_->currentIndex().row());
    list_->clear();
    for (const Snag& s : all) {
        const Item* item = session_.document.item(s.item);
        const Item* shot = session_.document.item(s.shot);
        QString what = snagText(s);
        if (shot) what = tr("%1, in %2").arg(what, QString::fromStdString(shot->name));
        auto* line = new QTreeWidgetItem(list_, {item ? QString::fromStdString(item->name) : QString(), what,
                                                 s.limit > 0 ? snagFigure(s.kind, s.limit) : QString()});
        line->setToolTip(1, what);
    }
    list_->resizeColumnToContents(0);
    list_->setCurrentItem(list_->topLevelItem(std::min(row, static_cast<int>(all.size()) - 1)));
    choose();
}

void SnagsWindow::choose() {
    const Snag* s = current();
    go_->setEnabled(s);
    const QString cure = s ? snagCure(s->kind) : QString();
    cure_->setEnabled(!cure.isEmpty());
    cure_->setText(cure.isEmpty() ? tr("Repair") : cure);
    cure_->setToolTip(cure);
}

void SnagsWindow::cure() {
    const Snag* s = current();
    const Item* item = s ? session_.document.item(s->item) : nullptr;
    if (!item || !session_.document.built()) return;
    const Snag snag = *s;
    if (fixed(session_.document.project(), *item)) return Q_EMIT session_.message(session_.lockedText(*item));
    session_.selection.set(snag.item);
    switch (snag.kind) {
    case SnagKind::FloatingEdge:
    case SnagKind::BuriedFloor:
    case SnagKind::SoilInRoom:
        levelPad(session_, snag.item);
        break;
    case SnagKind::WaterAtFloor: // as high as it takes
        session_.document.editItem(tr("Raise above the water"), snag.item,
                                   [&](Item& i) { std::get<Building>(i.body).position.z += snag.figure + 0.15f; });
        break;
    case SnagKind::FloorInGround:
        session_.document.editItem(tr("Raise above the ground"), snag.item,
                                   [&](Item& i) { std::get<Building>(i.body).position.z += 0.02f; });
        break;
    case SnagKind::PathTooSteep:
        session_.document.editItem(tr("Add steps"), snag.item, [&](Item& i) { std::get<Path>(i.body).steps = true; });
        break;
    case SnagKind::GroundOverPath: { // after all that covered it
        const Project& now = session_.document.project();
        session_.document.edit(tr("Grade it last"), reordered(now, snag.item, static_cast<int>(now.items.size())));
        break;
    }
    case SnagKind::RepeatingTexture:
        session_.document.editItem(tr("Tiling"), snag.item, [&](Item& i) {
            for (Surface& surface : std::get<Building>(i.body).surfaces)
                if (surface.name == snag.name) surface.mixed = true;
        });
        break;
    case SnagKind::Leftovers:
    case SnagKind::InsideOut:
    case SnagKind::CoplanarDoubles:
        showHealth(session_, parentWidget());
        break;
    default:
        break;
    }
}

void showSnags(Session& session, QWidget* window) {
    auto* snags = window->findChild<SnagsWindow*>();
    if (!snags) snags = new SnagsWindow(session, window);
    snags->show();
    snags->raise();
}

} // namespace thallos
