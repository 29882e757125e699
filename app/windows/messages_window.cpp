#include "app/windows/messages_window.h"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QHeaderView>
#include <QPushButton>
#include <QTime>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/widgets/theme.h"

namespace thallos {

namespace {
constexpr int kMost = 500;
}

MessagesWindow::MessagesWindow(QWidget* parent) : QDialog(parent) {
    setObjectName("messages");
    setWindowTitle(tr("Messages"));
    resize(720, 360);
    auto* l = new QVBoxLayout(this);
    list_ = new QTreeWidget(this);
    list_->setObjectName("messagesList");
    list_->setAccessibleName(tr("Messages, newest first"));
    list_->setRootIsDecorated(false);
    list_->setWordWrap(true);
    list_->setHeaderLabels({tr("Time"), tr("Message")});
    list_->header()->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
    auto* copies = buttons->addButton(tr("Copy all"), QDialogButtonBox::ActionRole);
    copies->setObjectName("copyMessages");
    copies->setToolTip(tr("Copy all messages as text"));
    connect(copies, &QPushButton::clicked, this, &MessagesWindow::copy);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    l->addWidget(list_);
    l->addWidget(buttons);
}

void MessagesWindow::add(const QString& sentence, bool trouble) {
    auto* row = new QTreeWidgetItem({QTime::currentTime().toString("HH:mm:ss"), sentence});
    row->setToolTip(1, sentence);
    if (trouble) row->setForeground(1, Theme::now().clay);
    list_->insertTopLevelItem(0, row);
    while (list_->topLevelItemCount() > kMost) delete list_->takeTopLevelItem(kMost);
}

void MessagesWindow::copy() const {
    QStringList lines;
    for (int i = list_->topLevelItemCount() - 1; i >= 0; --i)
        lines << list_->topLevelItem(i)->text(0) + "  " + list_->topLevelItem(i)->text(1);
    QApplication::clipboard()->setText(lines.join('\n'));
}

} // namespace thallos
