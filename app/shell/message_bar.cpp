#include "app/shell/message_bar.h"

#include <QAccessible>
#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusPendingCall>
#include <QDesktopServices>
#include <QHBoxLayout>
#include <QLabel>
#include <QMouseEvent>
#include <QPushButton>
#include <QToolButton>
#include <QUrl>

#include "app/widgets/theme.h"

namespace thallos {

MessageBar::MessageBar(QWidget* parent) : QFrame(parent) {
    setObjectName("messageBar");
    setCursor(Qt::PointingHandCursor);
    setToolTip(tr("Click to see all messages"));
    text_ = new QLabel(this);
    text_->setObjectName("message");
    text_->setTextFormat(Qt::PlainText);
    open_ = new QPushButton(tr("Open folder"), this);
    open_->setObjectName("openFolder");
    connect(open_, &QPushButton::clicked, this, [this] { QDesktopServices::openUrl(QUrl::fromLocalFile(folder_)); });
    auto* dismiss = new QToolButton(this);
    dismiss->setObjectName("dismissMessage");
    dismiss->setText("×");
    dismiss->setAccessibleName(tr("Dismiss the message"));
    dismiss->setToolTip(tr("Dismiss"));
    connect(dismiss, &QToolButton::clicked, this, &MessageBar::dismiss);
    auto* l = new QHBoxLayout(this);
    l->setContentsMargins(12, 5, 4, 5);
    l->addWidget(text_, 1);
    l->addWidget(open_);
    l->addWidget(dismiss);
    goes_.setSingleShot(true);
    connect(&goes_, &QTimer::timeout, this, [this] {
        if (underMouse()) return goes_.start(1000); // it is being read
        trouble_.isEmpty() ? hide() : tell(trouble_, true, {});
    });
    hide();
}

void MessageBar::tell(const QString& sentence, bool trouble, const QString& folder) {
    const Theme& t = Theme::now();
    setStyleSheet(
        QString("#messageBar { background: %1; border: 1px solid %2; border-left: 4px solid %2; border-radius: 4px; } "
                "#message { color: %3; }")
            .arg(t.field.name(), (trouble ? t.clay : t.accent).name(), t.ink.name()));
    text_->setFont(typeface(Type::Body));
    text_->setText(sentence);
    folder_ = folder;
    if (trouble) trouble_ = sentence;
    open_->setVisible(!folder.isEmpty());
    place();
    show();
    raise();
    trouble ? goes_.stop() : goes_.start(folder.isEmpty() ? 6000 : 15000);
    QAccessibleEvent event(text_, QAccessible::Alert);
    QAccessible::updateAccessibility(&event);
}

void MessageBar::dismiss() {
    if (text_->text() == trouble_) trouble_.clear();
    trouble_.isEmpty() ? hide() : tell(trouble_, true, {});
}

// As wide as its text, at most as the window allows: then on several lines.
void MessageBar::place() {
    constexpr int frameLines = 2; // of the style, which the layout does not count
    const int most = std::max(320, parentWidget()->width() - 440);
    text_->setWordWrap(false);
    setMinimumWidth(0);
    setMaximumWidth(QWIDGETSIZE_MAX);
    layout()->activate();
    if (sizeHint().width() > most) {
        text_->setWordWrap(true);
        setFixedWidth(most);
        layout()->activate();
    }
    resize(text_->wordWrap() ? most : sizeHint().width(),
           text_->wordWrap() ? layout()->heightForWidth(most) + 2 * frameLines : sizeHint().height());
    move(124, 52);
}

void MessageBar::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton && rect().contains(event->position().toPoint())) Q_EMIT listWanted();
}

void notifyDesktop(const QString& sentence) {
    const QDBusConnection bus = QDBusConnection::sessionBus();
    if (!bus.isConnected()) return;
    QDBusMessage call = QDBusMessage::createMethodCall(
        "org.freedesktop.Notifications", "/org/freedesktop/Notifications", "org.freedesktop.Notifications", "Notify");
    call << "Thallos" << 0u << "thallos"
         << "Thallos" << sentence << QStringList() << QVariantMap() << -1;
    bus.asyncCall(call);
}

} // namespace thallos
