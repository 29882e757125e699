#include "app/lists/item_list.h"

#include <algorithm>

#include <QActionGroup>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QScrollBar>
#include <QSettings>
#include <QSortFilterProxyModel>
#include <QStyledItemDelegate>
#include <QToolButton>

#include "app/widgets/theme.h"
#include "app/work/edits.h"

namespace thallos {

namespace {

constexpr int kRow = 28, kIndent = 14, kIcon = 44; // pixels

// Our look of a row's cells; the row's ground is drawn by the tree.
class RowLook : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {40, kRow}; }

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& t = Theme::now();
        const bool seen = index.data(ItemModel::SeenRole).toBool();
        const QRectF r = option.rect;
        p->setRenderHint(QPainter::Antialiasing);
        switch (index.column()) {
        case ItemModel::Name:
            paintName(*p, option, index, seen);
            break;
        case ItemModel::Detail:
            p->setFont(typeface(Type::Body));
            p->setPen(seen ? t.ink : t.second);
            p->drawText(r.adjusted(0, 0, -4, 0), Qt::AlignVCenter | Qt::AlignRight,
                        p->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, option.rect.width() - 4));
            break;
        default:
            if (const QString name = index.data(ItemModel::IconRole).toString(); !name.isEmpty()) {
                const bool on = index.data(Qt::CheckStateRole).toInt() == Qt::Checked;
                const bool strong = index.column() == ItemModel::Lock ? on : seen || !on;
                drawIcon(*p, name, strong ? t.ink : t.lockIdle, QRectF(r.center() - QPointF(8, 8), QSizeF(16, 16)));
            }
        }
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const override {
        auto* edit = QStyledItemDelegate::createEditor(parent, option, index);
        edit->setAccessibleName(tr("Name"));
        return edit;
    }
    // Other values may come while somebody types: the plants that stand are counted anew.
    void setEditorData(QWidget* editor, const QModelIndex& index) const override {
        const auto* line = qobject_cast<QLineEdit*>(editor);
        if (line && (line->isModified() || line->text() == index.data(Qt::EditRole).toString())) return;
        QStyledItemDelegate::setEditorData(editor, index);
    }
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option, const QModelIndex&) const override {
        editor->setGeometry(option.rect.adjusted(kIcon - 4, 3, 0, -3));
    }

private:
    static void paintName(QPainter& p, const QStyleOptionViewItem& option, const QModelIndex& index, bool seen) {
        const Theme& t = Theme::now();
        const QRectF r = option.rect;
        drawIcon(p, index.data(ItemModel::IconRole).toString(), seen ? t.accentText : t.second,
                 QRectF(r.left() + 13, r.top() + 5, 18, 18));
        if (index.data(ItemModel::GroupRole).toBool()) {
            const auto* tree = static_cast<const QTreeView*>(option.widget);
            const QPointF c(r.left() + 8, r.center().y());
            p.setPen(QPen(t.second, 1.5));
            if (tree->isExpanded(index) && index.model()->rowCount(index) > 0)
                p.drawPolyline(QPolygonF({c + QPointF(-3, -2), c + QPointF(0, 2), c + QPointF(3, -2)}));
            else
                p.drawPolyline(QPolygonF({c + QPointF(-2, -3), c + QPointF(2, 0), c + QPointF(-2, 3)}));
        }
        QFont f = typeface(Type::Body);
        if (option.state & QStyle::State_Selected) f.setWeight(QFont::DemiBold);
        p.setFont(f);
        p.setPen(seen ? t.ink : t.second);
        const QRectF text = r.adjusted(kIcon, 0, -2, 0);
        p.drawText(text, Qt::AlignVCenter,
                   QFontMetricsF(f).elidedText(index.data().toString(), Qt::ElideRight, text.width()));
    }
};

} // namespace

ItemTree::ItemTree(Session& session, ItemModel& model, QWidget* parent)
    : QTreeView(parent), session_(session), model_(model), filtered_(new QSortFilterProxyModel(this)) {
    filtered_->setSourceModel(&model);
    filtered_->setRecursiveFilteringEnabled(true);
    filtered_->setFilterCaseSensitivity(Qt::CaseInsensitive);
    filtered_->setFilterKeyColumn(ItemModel::Name);
    setModel(filtered_);
    setItemDelegate(new RowLook(this));
    setObjectName("items");
    setAccessibleName(tr("Items"));
    setFrameShape(QFrame::NoFrame);
    setHeaderHidden(true);
    setUniformRowHeights(true); // ten thousand rows are not measured one by one
    setIndentation(kIndent);
    setRootIsDecorated(false);
    setSelectionMode(ExtendedSelection);
    setSelectionBehavior(SelectRows);
    setEditTriggers(DoubleClicked);
    setExpandsOnDoubleClick(false);
    setDragDropMode(InternalMove);
    setDropIndicatorShown(true);
    setMouseTracking(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setVerticalScrollMode(ScrollPerItem);
    header()->setStretchLastSection(false);
    header()->setMinimumSectionSize(20);
    header()->setSectionResizeMode(ItemModel::Name, QHeaderView::Stretch);
    for (const auto& [column, wide] : {std::pair(ItemModel::Detail, 84), {ItemModel::Eye, 36}, {ItemModel::Lock, 32}}) {
        header()->setSectionResizeMode(column, QHeaderView::Fixed);
        header()->resizeSection(column, wide);
    }
    connect(&model_, &QAbstractItemModel::modelAboutToBeReset, this, [this] { following_ = true; });
    connect(&model_, &ItemModel::restructured, this, [this] {
        following_ = false;
        unfold();
        followSelection();
    });
    connect(this, &QTreeView::collapsed, this, [this](const QModelIndex& i) {
        if (const Item* item = itemAt(i); item && !folding_) folded_.insert(item->id);
    });
    connect(this, &QTreeView::expanded, this, [this](const QModelIndex& i) {
        if (const Item* item = itemAt(i); item && !folding_) folded_.erase(item->id);
    });
    connect(&session_.selection, &Selection::changed, this, &ItemTree::followSelection);
    connect(&session_.view, &View::shotChanged, this, &ItemTree::followSelection);
    unfold();
    followSelection();
}

const Item* ItemTree::itemAt(const QModelIndex& index) const {
    return model_.item(filtered_->mapToSource(index));
}

QModelIndex ItemTree::rowOf(Id id) const {
    return filtered_->mapFromSource(model_.indexOf(id));
}

void ItemTree::setFilter(const QString& text) {
    // All rows anew: every second one of ten thousand taken out singly takes seconds.
    following_ = true;
    filtered_->setSourceModel(nullptr);
    filtered_->setFilterFixedString(text);
    filtered_->setSourceModel(&model_);
    following_ = false;
    unfold();
    followSelection();
}

void ItemTree::setOrder(ItemModel::Order order) {
    model_.setOrder(order);
    unfold();
    followSelection();
}

void ItemTree::unfold() {
    folding_ = true;
    expandAll();
    for (const Id id : folded_) collapse(rowOf(id));
    folding_ = false;
}

void ItemTree::followSelection() {
    if (following_) return;
    following_ = true;
    QItemSelection rows;
    QModelIndex last;
    const auto take = [&](Id id) {
        const QModelIndex row = rowOf(id);
        if (!row.isValid()) return;
        last = row;
        // Rows in one piece are one range: of ten thousand there are few.
        if (!rows.isEmpty() && rows.back().parent() == row.parent() && rows.back().bottom() + 1 == row.row())
            rows.back() = QItemSelectionRange(rows.back().topLeft(), row.siblingAtColumn(ItemModel::kColumns - 1));
        else
            rows.append(QItemSelectionRange(row, row.siblingAtColumn(ItemModel::kColumns - 1)));
    };
    const std::vector<int>& parts = session_.selection.parts();
    if (ofThePicture(session_.view.verb()))
        take(session_.view.shotId());
    else if (!parts.empty()) {
        // What is selected in the picture is shown here: the building unfolds.
        const Id building = session_.selection.last();
        if (!model_.unfolded(building)) {
            following_ = false;
            return model_.unfold(building, true); // and comes back here
        }
        for (const int p : parts)
            if (const QModelIndex row = filtered_->mapFromSource(model_.indexOfPart(building, p)); row.isValid()) {
                for (QModelIndex around = row.parent(); around.isValid(); around = around.parent()) expand(around);
                rows.append(QItemSelectionRange(row, row.siblingAtColumn(ItemModel::kColumns - 1)));
                last = row;
            }
    } else
        for (const Id id : session_.selection.all()) take(id);
    selectionModel()->select(rows, QItemSelectionModel::ClearAndSelect);
    if (last.isValid()) {
        selectionModel()->setCurrentIndex(last, QItemSelectionModel::NoUpdate);
        scrollTo(last);
    } else
        selectionModel()->clearCurrentIndex(); // the keys begin at the top
    viewport()->update();
    following_ = false;
}

void ItemTree::selectionChanged(const QItemSelection& selected, const QItemSelection& deselected) {
    QTreeView::selectionChanged(selected, deselected);
    if (!following_) tell();
}

void ItemTree::tell() {
    following_ = true;
    const QModelIndex current = currentIndex();
    const Item* last = itemAt(current);
    if (ofThePicture(session_.view.verb())) {
        if (last) session_.view.showShot(last->id);
    } else if (const auto rows = partsOfRows()) {
        session_.selection.setParts(rows->building, rows->parts);
    } else {
        // Those from before in their order, then the new ones, the current one last.
        std::vector<Id> ids;
        std::unordered_set<Id> now;
        for (const QModelIndex& row : selectionModel()->selectedRows())
            if (const Item* item = itemAt(row)) now.insert(item->id);
        for (const Id id : session_.selection.all())
            if (rowOf(id).isValid() && now.erase(id)) ids.push_back(id);
        for (const QModelIndex& row : selectionModel()->selectedRows())
            if (const Item* item = itemAt(row); item && now.erase(item->id)) ids.push_back(item->id);
        if (last && selectionModel()->isSelected(current)) {
            std::erase(ids, last->id);
            ids.push_back(last->id);
        }
        session_.selection.setAll(std::move(ids));
    }
    following_ = false;
}

// Of the rows of parts that are selected, those of the current one's building, the current one's last.
std::optional<ItemModel::PartsRow> ItemTree::partsOfRows() const {
    const auto current = model_.parts(filtered_->mapToSource(currentIndex()));
    if (!current || !selectionModel()->isSelected(currentIndex())) return std::nullopt;
    ItemModel::PartsRow out{current->building, {}};
    for (const QModelIndex& row : selectionModel()->selectedRows())
        if (const auto parts = model_.parts(filtered_->mapToSource(row)); parts && parts->building == out.building)
            for (const int p : parts->parts)
                if (std::find(current->parts.begin(), current->parts.end(), p) == current->parts.end() &&
                    std::find(out.parts.begin(), out.parts.end(), p) == out.parts.end())
                    out.parts.push_back(p);
    out.parts.insert(out.parts.end(), current->parts.begin(), current->parts.end());
    return out;
}

void ItemTree::mousePressEvent(QMouseEvent* event) {
    if (!press(*event)) QTreeView::mousePressEvent(event);
}

// Two quick clicks on an eye are two clicks.
void ItemTree::mouseDoubleClickEvent(QMouseEvent* event) {
    if (!press(*event)) QTreeView::mouseDoubleClickEvent(event);
}

bool ItemTree::press(const QMouseEvent& event) {
    const QModelIndex at = indexAt(event.position().toPoint());
    const Item* item = itemAt(at);
    const QModelIndex row = at.siblingAtColumn(ItemModel::Name);
    const bool onArrow = at.column() == ItemModel::Name && event.position().x() < visualRect(row).left() + kIndent;
    if (model_.parts(filtered_->mapToSource(row))) {
        if (at.column() == ItemModel::Eye)
            model_.toggle(filtered_->mapToSource(row), ItemModel::Eye);
        else if (onArrow && row.data(ItemModel::GroupRole).toBool())
            setExpanded(row, !isExpanded(row));
        else
            return false;
        return true;
    }
    if (!item) return false;
    if (bodyOf<Building>(item) && onArrow && row.data(ItemModel::GroupRole).toBool()) {
        const Id id = item->id;
        model_.unfold(id, !model_.unfolded(id));
        expand(rowOf(id));
        return true;
    }
    if (at.column() == ItemModel::Lock || (at.column() == ItemModel::Eye && !std::holds_alternative<Shot>(item->body)))
        model_.toggle(filtered_->mapToSource(row), static_cast<ItemModel::Column>(at.column()));
    else if (bodyOf<Group>(item) && onArrow)
        setExpanded(row, !isExpanded(row));
    else
        return false;
    return true;
}

void ItemTree::mouseReleaseEvent(QMouseEvent* event) {
    QTreeView::mouseReleaseEvent(event);
    viewport()->update();
}

void ItemTree::startDrag(Qt::DropActions actions) {
    QTreeView::startDrag(actions);
    setState(NoState);
    viewport()->update();
}

void ItemTree::keyPressEvent(QKeyEvent* event) {
    const Item* item = itemAt(currentIndex());
    const bool shot = item && std::holds_alternative<Shot>(item->body);
    if (shot && event->modifiers() == Qt::NoModifier && event->key() == Qt::Key_Delete)
        return deleteShot(session_, item->id);
    if (event->key() == Qt::Key_Down || event->key() == Qt::Key_Up) {
        const QModelIndex current = currentIndex();
        const bool shift = event->modifiers() & Qt::ShiftModifier;
        const auto select = [this](const QModelIndex& index, QItemSelectionModel::SelectionFlags how) {
            if (!index.isValid()) return;
            selectionModel()->setCurrentIndex(index, QItemSelectionModel::NoUpdate);
            selectionModel()->select(index, how | QItemSelectionModel::Rows);
            scrollTo(index);
        };
        // With nothing selected the first row in sight is; with Shift the next one joins, however these were selected.
        if (!selectionModel()->hasSelection()) return select(current, QItemSelectionModel::ClearAndSelect);
        if (shift)
            return select(event->key() == Qt::Key_Down ? indexBelow(current) : indexAbove(current),
                          QItemSelectionModel::Select);
    }
    QTreeView::keyPressEvent(event);
}

bool ItemTree::event(QEvent* event) {
    // Among shots Delete is the row's.
    if (event->type() == QEvent::ShortcutOverride) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->modifiers() == Qt::NoModifier && key->key() == Qt::Key_Delete && ofThePicture(session_.view.verb())) {
            event->accept();
            return true;
        }
    }
    return QTreeView::event(event);
}

void ItemTree::renameSelected() {
    const bool shots = ofThePicture(session_.view.verb());
    if (const QModelIndex row = rowOf(shots ? session_.view.shotId() : session_.selection.last()); row.isValid()) {
        setFocus();
        edit(row);
    }
}

void ItemTree::drawRow(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const Theme& t = Theme::now();
    const QRect r = option.rect;
    const Item* item = itemAt(index);
    // A group that is selected stands for what it holds.
    const bool now = selectionModel()->isSelected(index) || (item && session_.selection.holds(item->id));
    const bool hovered =
        indexAt(viewport()->mapFromGlobal(QCursor::pos())).siblingAtColumn(0) == index.siblingAtColumn(0);
    if (now) {
        p->fillRect(r, t.tint);
        p->fillRect(QRect(0, r.top(), 3, r.height()), t.accent);
    } else if (hovered && underMouse())
        p->fillRect(r, t.rowHover);
    p->setPen(t.rowLine);
    p->drawLine(r.topLeft(), r.topRight());
    QTreeView::drawRow(p, option, index);
    // What lies within another is selected from the edge on; the tree paints that strip in a colour of its own.
    if (const int inset = visualRect(index.siblingAtColumn(0)).left(); now && inset > 3) {
        p->fillRect(QRect(3, r.top() + 1, inset - 3, r.height() - 1), t.tint);
        p->fillRect(QRect(0, r.top(), 3, r.height()), t.accent);
    }
}

ItemList::ItemList(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("register");
    setAccessibleName(tr("Items"));
    setMinimumHeight(88);
    model_ = new ItemModel(session, this);
    tree_ = new ItemTree(session, *model_, this);
    title_ = new QLabel(this);
    title_->setFont(typeface(Type::Heading));
    total_ = new QLabel(this);
    total_->setFont(typeface(Type::Body));
    total_->setProperty("role", "second");
    filter_ = new QLineEdit(this);
    filter_->setObjectName("itemFilter");
    filter_->setAccessibleName(tr("Filter the list"));
    filter_->setToolTip(tr("Show only items whose name contains this"));
    filter_->setPlaceholderText(tr("Filter"));
    filter_->setClearButtonEnabled(true);
    filter_->setFixedHeight(22);
    order_ = new QToolButton(this);
    order_->setObjectName("itemOrder");
    order_->setAccessibleName(tr("Order of the list"));
    order_->setToolTip(tr("Order of the list"));
    order_->setText("⇅");
    order_->setAutoRaise(true);
    order_->setPopupMode(QToolButton::InstantPopup);
    auto* orders = new QMenu(order_);
    auto* group = new QActionGroup(orders);
    const QString names[] = {tr("As created"), tr("By name"), tr("By kind")};
    const int kept = std::clamp(QSettings().value("list/order", 0).toInt(), 0, 2);
    for (int k = 0; k < 3; ++k) {
        QAction* action = orders->addAction(names[k]);
        action->setCheckable(true);
        action->setChecked(k == kept);
        group->addAction(action);
        connect(action, &QAction::triggered, this, [this, k] {
            QSettings().setValue("list/order", k);
            tree_->setOrder(static_cast<ItemModel::Order>(k));
        });
    }
    order_->setMenu(orders);
    tree_->setOrder(static_cast<ItemModel::Order>(kept));
    tree_->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(tree_, &QWidget::customContextMenuRequested, this,
            [this](const QPoint& at) { Q_EMIT menuWanted(tree_->viewport()->mapToGlobal(at)); });
    auto* head = new QHBoxLayout;
    head->setContentsMargins(12, 5, 12, 5);
    head->addWidget(title_);
    head->addSpacing(8);
    head->addWidget(filter_, 1);
    head->addSpacing(8);
    head->addWidget(total_);
    head->addWidget(order_);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 1, 0, 0);
    all->setSpacing(0);
    all->addLayout(head);
    all->addWidget(tree_, 1);
    setFocusProxy(tree_);
    connect(filter_, &QLineEdit::textChanged, tree_, &ItemTree::setFilter);
    connect(&session_.view, &View::verbChanged, this, &ItemList::refreshTitle);
    connect(model_, &ItemModel::restructured, this, &ItemList::refreshTitle);
    refreshTitle();
}

void ItemList::refreshTitle() {
    const QString titles[] = {tr("Buildings"), tr("Ground"), tr("Planting"), tr("Daylight"), tr("Shots"), tr("Output")};
    title_->setText(titles[static_cast<int>(session_.view.verb())]);
    const int n = model_->entries();
    total_->setText(tr("%n item(s)", nullptr, n));
}

void ItemList::paintEvent(QPaintEvent*) {
    QPainter p(this);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.panel);
    p.setPen(t.line);
    p.drawLine(0, 0, width(), 0);
    if (!tree_->hasFocus()) return;
    p.setPen(QPen(t.accent, 2));
    p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
}

} // namespace thallos
