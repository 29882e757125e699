#include "app/shell/workspace.h"

#include <Imath/ImathBoxAlgo.h>
#include <QCloseEvent>
#include <QSettings>
#include <QSplitter>
#include <QVBoxLayout>

#include "app/inspector/inspector.h"
#include "app/lists/item_list.h"
#include "app/lists/shot_strip.h"
#include "app/shell/day_band.h"
#include "app/shell/stem.h"
#include "app/work/commands.h"
#include "app/work/kind.h"

namespace thallos {

Workspace::Workspace(Session& session, Engine& engine, Tools& tools, const Commands& commands, QWidget* parent)
    : QWidget(parent), session_(session), engine_(engine), tools_(tools), commands_(commands) {
    build();
    for (Pane* pane : panes()) {
        connect(pane, &Pane::swapRequested, this, &Workspace::swapPanes);
        // A click on a part of a building shows the part's material.
        connect(pane, &Pane::pressed, this, [this](const PanePoint& point) {
            if (point.material >= 0 && session_.selection.holds(point.item))
                session_.selection.setMaterial(point.material);
        });
    }
    connect(leaves_, &Leaves::picked, this, &Workspace::pickLeaf);
    connect(&session_.view, &View::verbChanged, this, &Workspace::showVerb);
    connect(&session_.view, &View::refiningChanged, this, [this] {
        if (session_.view.part() && mainPane().tool() == tools_.part) toggle(tools_.part);
    });
    arrange();
    showVerb();
    mainPane().setFocus();
}

void Workspace::build() {
    auto* body = new QHBoxLayout(this);
    body->setContentsMargins(0, 0, 0, 0);
    body->setSpacing(0);
    const auto place = [](QWidget* parent) {
        auto* w = new QWidget(parent);
        (new QVBoxLayout(w))->setContentsMargins(0, 0, 0, 0);
        return w;
    };
    columns_ = new QSplitter(this);
    columns_->setObjectName("columns");
    columns_->setHandleWidth(3);
    columns_->setChildrenCollapsible(false);
    stem_ = new Stem(session_, this);
    leaves_ = new Leaves(session_, tools_, *stem_, this);
    body->addWidget(stem_);
    body->addWidget(leaves_);

    auto* left = new QWidget(columns_);
    auto* main = new QVBoxLayout(left);
    main->setContentsMargins(0, 0, 0, 0);
    main->setSpacing(0);
    mainPlace_ = place(left);
    dayBand_ = new DayBand(session_, this);
    shots_ = new ShotStrip(session_, engine_, this);
    main->addWidget(mainPlace_, 1);
    main->addWidget(dayBand_);
    main->addWidget(shots_);
    rightSplit_ = new QSplitter(Qt::Vertical, columns_);
    rightSplit_->setObjectName("rightColumn");
    rightSplit_->setHandleWidth(3);
    rightSplit_->setChildrenCollapsible(false);
    companionPlace_ = place(rightSplit_);
    companionPlace_->setMinimumHeight(120);
    items_ = new ItemList(session_, rightSplit_);
    inspector_ = new Inspector(session_, engine_, tools_, rightSplit_);
    rightSplit_->setMinimumWidth(300);
    rightSplit_->setStretchFactor(2, 1);
    rightSplit_->setSizes({216, 200, 400});
    columns_->setStretchFactor(0, 1);
    columns_->setStretchFactor(1, 0);
    columns_->setSizes({900, 300});
    body->addWidget(columns_, 1);
    shotPane_ = new ShotPane(session_, engine_, mainPlace_);
    planPane_ = new PlanPane(session_, engine_, companionPlace_);
}

std::array<Pane*, 2> Workspace::panes() const {
    return {shotPane_, planPane_};
}

Pane& Workspace::activePane() {
    Pane& main = mainPane();
    Pane& other = planIsMain_ ? static_cast<Pane&>(*shotPane_) : *planPane_;
    return other.hasFocus() ? other : main;
}

std::optional<PanePoint> Workspace::placeAt(const QPoint& inWindow) const {
    for (Pane* pane : panes())
        if (const QPoint p = pane->mapFromGlobal(window()->mapToGlobal(inWindow));
            pane->isVisible() && pane->rect().contains(p))
            return pane->pick(p, {});
    return std::nullopt;
}

void Workspace::arrange() {
    Pane* large = planIsMain_ ? static_cast<Pane*>(planPane_) : shotPane_;
    Pane* small = planIsMain_ ? static_cast<Pane*>(shotPane_) : planPane_;
    const bool focus = large->hasFocus() || small->hasFocus();
    mainPlace_->layout()->addWidget(large);
    (companionWindow_ ? companionWindow_ : companionPlace_)->layout()->addWidget(small);
    if (companionWindow_) companionWindow_->setWindowTitle(planIsMain_ ? tr("Shot – Thallos") : tr("Plan – Thallos"));
    large->setCompact(false);
    small->setCompact(true);
    large->show();
    small->show();
    if (focus) large->setFocus();
}

void Workspace::swapPanes() {
    planIsMain_ = !planIsMain_;
    planOfVerb_[static_cast<int>(session_.view.verb())] = planIsMain_;
    arrange();
    mainPane().setFocus();
}

void Workspace::showVerb() {
    const Verb verb = session_.view.verb();
    const int v = static_cast<int>(verb);
    // On its first visit a verb opens the pane it needs; later the one it had.
    const auto known = planOfVerb_.find(v);
    const bool plan = known != planOfVerb_.end() ? known->second : verb == Verb::Shape;
    if (plan != planIsMain_) {
        planIsMain_ = plan;
        arrange();
    }
    // Where there is nothing to move a hand that slips moves nothing.
    Tool* tool = ofThePicture(verb) ? tools_.look : tools_.hand;
    for (const Leaf& leaf : tools_.leaves[v])
        if (leaf.id == leaves_->current() && leaf.tool) tool = leaf.tool;
    before_ = nullptr;
    setTool(tool);
}

void Workspace::setTool(Tool* tool) {
    for (Pane* pane : panes()) pane->setTool(tool);
    inspector_->setTool(tool);
    Q_EMIT toolChanged();
}

void Workspace::toggle(Tool* tool) {
    if (mainPane().tool() == tool) return setTool(std::exchange(before_, nullptr));
    if (!before_) before_ = mainPane().tool();
    setTool(tool);
}

void Workspace::pickLeaf(const QString& id) {
    for (const Leaf& leaf : tools_.leaves[static_cast<int>(session_.view.verb())]) {
        if (leaf.id != id) continue;
        if (leaf.action) return leaf.action();
        leaves_->setCurrent(id);
        before_ = nullptr;
        setTool(leaf.tool);
    }
}

void Workspace::focusNextRegion() {
    Pane& other = planIsMain_ ? static_cast<Pane&>(*shotPane_) : *planPane_;
    const std::vector<QWidget*> regions{&mainPane(), dayBand_, shots_, &other, items_, inspector_, stem_, leaves_};
    const QWidget* focus = window()->focusWidget();
    size_t at = regions.size() - 1;
    for (size_t i = 0; i < regions.size(); ++i)
        if (focus && (regions[i] == focus || regions[i]->isAncestorOf(focus))) at = i;
    QWidget* next = regions[(at + 1) % regions.size()];
    // The inspector is gone into: its first row takes the keys.
    if (next == inspector_)
        for (QWidget* w = next->nextInFocusChain(); next->isAncestorOf(w); w = w->nextInFocusChain())
            if (w->isVisible() && w->isEnabled() && (w->focusPolicy() & Qt::TabFocus))
                return w->setFocus(Qt::TabFocusReason);
    next->setFocus(Qt::OtherFocusReason);
}

Box3f Workspace::spaceOfSelected() const {
    if (const std::vector<int>& parts = session_.selection.parts(); !parts.empty()) {
        const Building& b = *bodyOf<Building>(session_.selection.item());
        Box3f box;
        for (const int p : parts) box.extendBy(bounds(*b.model->parts[static_cast<size_t>(p)].mesh));
        return Imath::transform(box, transformOf(b));
    }
    const Project& project = session_.document.project();
    const HeightField* ground = session_.document.ground();
    Box3f box;
    for (const Id id : session_.selection.leaves()) box.extendBy(spaceOf(*session_.document.item(id), ground));
    if (session_.selection.empty())
        for (const Item* item : itemsOf<Building>(project))
            if (session_.view.seen(*item)) box.extendBy(spaceOf(*item, ground));
    if (!box.isEmpty()) return box;
    const Box2f site = project.ground->grid.box();
    return {{site.min.x, site.min.y, 0}, {site.max.x, site.max.y, 4}};
}

void Workspace::frame(bool all) {
    if (!all) return activePane().frame(spaceOfSelected());
    const Box2f site = session_.document.project().ground->grid.box();
    if (&activePane() == planPane_) return planPane_->frame({{site.min.x, site.min.y, 0}, {site.max.x, site.max.y, 0}});
    Box3f box;
    for (const Item* item : itemsOf<Building>(session_.document.project()))
        if (session_.view.seen(*item)) box.extendBy(spaceOf(*item, session_.document.ground()));
    shotPane_->frame(box.isEmpty() ? Box3f({site.min.x, site.min.y, 0}, {site.max.x, site.max.y, 4}) : box);
}

void Workspace::lookFrom(std::optional<double> bearing) {
    shotPane_->viewFrom(spaceOfSelected(), bearing);
}

void Workspace::goTo(Id id) {
    mainPane().setFocus();
    const Item* item = session_.document.item(id);
    if (!item) return;
    if (bodyOf<Shot>(item)) return session_.view.showShot(id);
    const Project& project = session_.document.project();
    for (int v = 0; v < kVerbs && !belongs(project, *item, session_.view.verb()); ++v)
        if (belongs(project, *item, static_cast<Verb>(v))) session_.view.setVerb(static_cast<Verb>(v));
    session_.selection.set(id);
    const Box3f box = spaceOfSelected();
    planPane_->frame({box.min - V3f(4), box.max + V3f(4)});
    shotPane_->frame(box);
}

void Workspace::setCompanionApart(bool apart) {
    if (apart == companionApart()) return;
    if (apart) {
        companionWindow_ = new QWidget(window(), Qt::Window);
        companionWindow_->setObjectName("companionWindow");
        (new QVBoxLayout(companionWindow_))->setContentsMargins(0, 0, 0, 0);
        companionWindow_->resize(640, 420);
        companionWindow_->restoreGeometry(QSettings().value("window/companion").toByteArray());
        // Its keys are the window's, and closing it brings the pane back.
        for (const Commands::Entry& e : commands_.all()) companionWindow_->addAction(e.action);
        companionWindow_->installEventFilter(this);
        companionPlace_->hide();
        arrange();
        companionWindow_->show();
    } else {
        QWidget* old = std::exchange(companionWindow_, nullptr);
        QSettings().setValue("window/companion", old->saveGeometry());
        arrange();
        companionPlace_->show();
        old->removeEventFilter(this);
        old->deleteLater();
    }
}

bool Workspace::eventFilter(QObject* object, QEvent* event) {
    if (object == companionWindow_ && event->type() == QEvent::Close) {
        setCompanionApart(false);
        return true;
    }
    return QWidget::eventFilter(object, event);
}

void Workspace::restorePlaces() {
    const QSettings settings;
    columns_->restoreState(settings.value("window/columns").toByteArray());
    rightSplit_->restoreState(settings.value("window/right").toByteArray());
    if (settings.value("window/companion_apart").toBool()) setCompanionApart(true);
}

void Workspace::savePlaces() {
    QSettings settings;
    settings.setValue("window/columns", columns_->saveState());
    settings.setValue("window/right", rightSplit_->saveState());
    settings.setValue("window/companion_apart", companionApart());
    if (companionWindow_) settings.setValue("window/companion", companionWindow_->saveGeometry());
}

} // namespace thallos
