#include "app/shell/start_page.h"

#include <QEvent>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/shell/project_files.h"
#include "app/widgets/theme.h"
#include "app/windows/recent_window.h"

namespace thallos {

StartPage::StartPage(ProjectFiles& files, Session& session, QWidget* place) : QWidget(place) {
    setObjectName("startPage");
    setAccessibleName(tr("Start"));
    auto* heading = new QLabel(tr("Begin"), this);
    heading->setFont(typeface(Type::Title));
    auto* ways = new QVBoxLayout;
    ways->setSpacing(8);
    ways->addWidget(heading);
    const auto way = [&](const char* id, const QString& text, const QString& tip, const std::function<void()>& act) {
        auto* button = new QPushButton(text, this);
        button->setObjectName(id);
        button->setToolTip(tip);
        connect(button, &QPushButton::clicked, this, [act] { act(); });
        ways->addWidget(button);
        return button;
    };
    way("startBuilding", tr("New from a building file…"),
        tr("Import a model; the site is sized to it and the first shot shows it"),
        [&files] { files.newFromBuilding(); })
        ->setProperty("primary", true);
    way("startEmpty", tr("New empty project…"), tr("Start with an empty site"), [&files] { files.newDialog(); });
    way("startOpen", tr("Open…"), tr("Open a project file"), [&files] { files.openDialog(); });
    auto* demo = way("startDemo", tr("Open the demo"), tr("Look around in a finished project; yours to change"),
                     [&files] { files.openDemo(); });
    demo->setVisible(files.hasDemo());
    ways->addStretch(1);
    auto* list = new RecentList(this);
    auto* recent = new QVBoxLayout;
    auto* recentHeading = new QLabel(tr("Recent projects"), this);
    recentHeading->setFont(typeface(Type::Title));
    for (QLabel* h : {heading, recentHeading}) h->setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Maximum);
    recent->setSpacing(8);
    recent->addWidget(recentHeading);
    recent->addWidget(list, 1);
    for (QWidget* w : {static_cast<QWidget*>(recentHeading), static_cast<QWidget*>(list)})
        w->setVisible(list->count() > 0);
    connect(list, &QListWidget::itemActivated, this, [&files, list] {
        if (const QString f = list->current(); !f.isEmpty()) files.open(f.toStdString());
    });
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(36, 32, 36, 32);
    all->setSpacing(36);
    all->addLayout(ways);
    all->addLayout(recent, 1);
    if (list->count() == 0) all->addStretch(1);
    // It goes with the first project that is opened, and with the first step of work.
    connect(&session.document, &Document::replaced, this, &QObject::deleteLater);
    connect(&session.document, &Document::changed, this, [this, &session] {
        if (session.document.history().canUndo()) deleteLater();
    });
    place->installEventFilter(this);
    resize(place->size());
    raise();
    findChild<QPushButton*>("startBuilding")->setFocus();
}

void StartPage::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), Theme::now().panel);
}

bool StartPage::eventFilter(QObject* object, QEvent* event) {
    if (object == parent() && event->type() == QEvent::Resize) resize(parentWidget()->size());
    return QWidget::eventFilter(object, event);
}

} // namespace thallos
