#include "app/lists/history_list.h"

#include <QListWidget>
#include <QVBoxLayout>

#include "app/widgets/theme.h"

namespace thallos {

HistoryList::HistoryList(Session& session, QWidget* parent) : QDialog(parent), session_(session) {
    setObjectName("historyList");
    setWindowTitle(tr("History"));
    resize(280, 420);
    list_ = new QListWidget(this);
    list_->setObjectName("historySteps");
    list_->setAccessibleName(tr("Steps, oldest first"));
    list_->setToolTip(tr("Click a step to go there; later steps stay until you edit"));
    (new QVBoxLayout(this))->addWidget(list_);
    connect(list_, &QListWidget::itemActivated, this,
            [this] { session_.document.jump(static_cast<size_t>(list_->currentRow())); });
    connect(list_, &QListWidget::itemClicked, this,
            [this] { session_.document.jump(static_cast<size_t>(list_->currentRow())); });
    connect(&session_.document, &Document::changed, this, [this](BuildMode mode) {
        if (isVisible() && mode == BuildMode::Rest) refresh();
    });
    refresh();
}

void HistoryList::refresh() {
    const History& h = session_.document.history();
    while (list_->count() > static_cast<int>(h.size())) delete list_->takeItem(list_->count() - 1);
    while (list_->count() < static_cast<int>(h.size())) list_->addItem(QString());
    for (int i = 0; i < list_->count(); ++i) {
        auto* item = list_->item(i);
        item->setText(QString::fromStdString(h.name(static_cast<size_t>(i))));
        QFont f = typeface(Type::Body);
        if (i == static_cast<int>(h.position())) f.setWeight(QFont::DemiBold);
        item->setFont(f);
        item->setForeground(i > static_cast<int>(h.position()) ? Theme::now().disabled : Theme::now().ink);
    }
    list_->setCurrentRow(static_cast<int>(h.position()));
}

} // namespace thallos
