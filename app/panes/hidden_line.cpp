#include "app/panes/hidden_line.h"

#include <algorithm>

#include <QHBoxLayout>
#include <QToolButton>

#include "app/widgets/theme.h"
#include "app/words/numbers.h"

namespace thallos {

HiddenLine::HiddenLine(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("hiddenLine");
    setAccessibleName(tr("Hidden"));
    line_ = new QHBoxLayout(this);
    line_->setContentsMargins(0, 0, 0, 0);
    line_->setSpacing(6);
    connect(&session_.view, &View::visibilityChanged, this, &HiddenLine::refresh);
    connect(&session_.view, &View::changed, this, &HiddenLine::refresh);
    connect(&session_.document, &Document::changed, this, [this](BuildMode mode) {
        if (mode == BuildMode::Rest) refresh();
    });
    refresh();
}

void HiddenLine::refresh() {
    const Project& project = session_.document.project();
    View& view = session_.view;
    const auto* shot = bodyOf<Shot>(view.shotItem());
    const auto off =
        std::count_if(project.items.begin(), project.items.end(), [](const auto& i) { return !i->visible; });
    const int working = view.hiddenCount(), left = shot ? static_cast<int>(shot->hidden.size()) : 0;
    const QString now = QString("%1 %2 %3 %4 %5 %6 %7")
                            .arg(working)
                            .arg(off)
                            .arg(left)
                            .arg(static_cast<double>(view.nearCut()))
                            .arg(view.planting())
                            .arg(view.neutral())
                            .arg(showsFeet());
    if (now == shown_) return;
    shown_ = now;
    count_ = 0;
    while (QLayoutItem* old = line_->takeAt(0)) {
        old->widget()->hide();
        old->widget()->deleteLater(); // it may be the one that was clicked
        delete old;
    }
    if (working > 0)
        add("hiddenWorking", tr("%n hidden while working", nullptr, working), tr("Show again what was hidden"),
            [this] { session_.view.showHidden(); });
    if (off > 0)
        add("switchedOff", tr("%n switched off", nullptr, static_cast<int>(off)),
            tr("Switch on what was switched off in the list"), [this] {
                Project next = session_.document.project();
                for (const auto& item : session_.document.project().items) {
                    if (item->visible) continue;
                    auto copy = std::make_shared<Item>(*item);
                    copy->visible = true;
                    next.items.replace(std::move(copy));
                }
                session_.document.edit(tr("Show"), std::move(next));
            });
    if (left > 0)
        add("excluded", tr("%n excluded from this shot", nullptr, left), tr("Include everything in this shot"),
            [this] { session_.view.editShot(tr("Include in shot"), [](Shot& s) { s.hidden.clear(); }); });
    if (view.nearCut() > 0)
        add("nearClipping", tr("near clipping %1").arg(lengthText(view.nearCut())), tr("Show what is near again"),
            [this] { session_.view.setNearCut(0); });
    if (!view.planting())
        add("plantsOff", tr("plants off"), tr("Show plants again"), [this] { session_.view.setPlanting(true); });
    if (view.neutral())
        add("clayView", tr("clay view"), tr("Show materials again"), [this] { session_.view.setNeutral(false); });
    adjustSize();
    setVisible(wanted_ && count_ > 0);
}

void HiddenLine::setWanted(bool wanted) {
    wanted_ = wanted;
    setVisible(wanted_ && count_ > 0);
}

void HiddenLine::add(const char* id, const QString& text, const QString& tip, const std::function<void()>& restore) {
    auto* button = new QToolButton(this);
    button->setObjectName(id);
    button->setText(text + "  ×");
    button->setAccessibleName(text);
    button->setToolTip(tip);
    button->setFont(typeface(Type::Small));
    button->setFocusPolicy(Qt::NoFocus);
    button->setProperty("role", "chip");
    connect(button, &QToolButton::clicked, this, [restore] { restore(); });
    line_->addWidget(button);
    button->show(); // before the line is measured
    ++count_;
}

} // namespace thallos
