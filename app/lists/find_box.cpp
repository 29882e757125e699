#include "app/lists/find_box.h"

#include <QApplication>
#include <QKeyEvent>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QVBoxLayout>

#include "app/widgets/theme.h"
#include "app/work/kind.h"
#include "core/project/find.h"
#include "core/project/kinds/kind.h"

namespace thallos {

FindBox::FindBox(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("findBox");
    auto* l = new QVBoxLayout(this);
    l->setContentsMargins(10, 10, 10, 10);
    l->setSpacing(6);
    field_ = new QLineEdit(this);
    field_->setObjectName("findField");
    field_->setAccessibleName(tr("Find an item"));
    field_->setPlaceholderText(tr("Name, kind, species or material"));
    field_->setFixedHeight(28);
    list_ = new QListWidget(this);
    list_->setObjectName("findList");
    list_->setAccessibleName(tr("Results"));
    list_->setFocusPolicy(Qt::NoFocus);
    l->addWidget(field_);
    l->addWidget(list_);
    field_->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, &FindBox::search);
    connect(list_, &QListWidget::itemClicked, this, &FindBox::accept);
    hide();
}

void FindBox::start() {
    field_->clear();
    search();
    setGeometry((parentWidget()->width() - 360) / 2, 84, 360, 300);
    show();
    raise();
    field_->setFocus(Qt::ShortcutFocusReason);
}

void FindBox::search() {
    list_->clear();
    ids_.clear();
    for (const Found& f : findItems(session_.document.project(), field_->text().toStdString())) {
        const Item* item = session_.document.item(f.item);
        QString text = QString::fromStdString(item->name);
        const QString kind = kindText(*item);
        text += f.why == item->name ? "   " + kind : "   " + QString::fromStdString(f.why);
        list_->addItem(text);
        ids_.push_back(f.item);
    }
    if (!ids_.empty()) list_->setCurrentRow(0);
}

void FindBox::accept() {
    const int row = list_->currentRow();
    if (row < 0 || row >= static_cast<int>(ids_.size())) return;
    const Id id = ids_[row];
    hide();
    Q_EMIT found(id);
}

bool FindBox::eventFilter(QObject* object, QEvent* event) {
    if (event->type() == QEvent::FocusOut && isVisible() &&
        static_cast<QFocusEvent*>(event)->reason() != Qt::PopupFocusReason &&
        static_cast<QFocusEvent*>(event)->reason() != Qt::ActiveWindowFocusReason && !underMouse())
        hide();
    if (event->type() != QEvent::KeyPress) return QWidget::eventFilter(object, event);
    const int row = list_->currentRow(), n = list_->count();
    switch (static_cast<QKeyEvent*>(event)->key()) {
    case Qt::Key_Down:
        if (n) list_->setCurrentRow((row + 1) % n);
        return true;
    case Qt::Key_Up:
        if (n) list_->setCurrentRow((row + n - 1) % n);
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        accept();
        return true;
    case Qt::Key_Escape:
        hide();
        Q_EMIT found({});
        return true;
    default:
        return QWidget::eventFilter(object, event);
    }
}

void FindBox::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setPen(Theme::now().line);
    p.setBrush(Theme::now().panel);
    p.drawRect(rect().adjusted(0, 0, -1, -1));
}

} // namespace thallos
