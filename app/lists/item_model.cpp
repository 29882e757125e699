#include "app/lists/item_model.h"

#include <algorithm>

#include <QMimeData>

#include "app/work/edits.h"
#include "app/work/kind.h"
#include "app/work/part_edits.h"

namespace thallos {

namespace {
constexpr const char* kItemsMime = "application/x-thallos-items";
}

ItemModel::ItemModel(Session& session, QObject* parent) : QAbstractItemModel(parent), session_(session) {
    connect(&session_.document, &Document::replaced, this, [this] { open_.clear(); }); // of another project
    connect(&session_.document, &Document::changed, this, &ItemModel::follow);
    connect(&session_.view, &View::verbChanged, this, &ItemModel::follow);
    const auto refresh = [this] {
        if (!tops_.empty()) Q_EMIT dataChanged(index(0, 0), index(static_cast<int>(tops_.size()) - 1, kColumns - 1));
    };
    connect(&session_.document, &Document::builtChanged, this, refresh); // counts of plants
    connect(&session_.earth, &AfterRest::changed, this, refresh);
    connect(&session_.view, &View::visibilityChanged, this, refresh);
    connect(&session_.view, &View::shotChanged, this, refresh);
    follow();
}

// Comparing texts of a language takes long, and each change of the document sorts them all: their keys are kept.
const QCollatorSortKey& ItemModel::sortKey(const QString& text) {
    const auto known = sortKeys_.find(text);
    return known != sortKeys_.end() ? known->second : sortKeys_.emplace(text, collator_.sortKey(text)).first->second;
}

void ItemModel::follow() {
    hidden_.clear();
    const Project& project = session_.document.project();
    const std::vector<char> ours = belonging(project, session_.view.verb());
    std::vector<Node> nodes;
    std::vector<int> tops;
    std::unordered_map<Id, int> nodeOf;
    std::vector<const Item*> items;
    for (size_t i = 0; i < ours.size(); ++i)
        if (ours[i]) items.push_back(project.items[i].get());
    if (sortKeys_.size() > 4 * items.size() + 1000) sortKeys_.clear(); // of names that are no more
    if (order_ != Order::Made) // kinds in the order of their names, each by name
        std::stable_sort(items.begin(), items.end(), [this](const Item* a, const Item* b) {
            if (order_ == Order::Kind && a->body.index() != b->body.index())
                return sortKey(kindText(*a)) < sortKey(kindText(*b));
            return sortKey(QString::fromStdString(a->name)) < sortKey(QString::fromStdString(b->name));
        });
    for (const Item* item : items) {
        nodeOf.emplace(item->id, static_cast<int>(nodes.size()));
        nodes.push_back({item->id, -1, 0, {}});
    }
    entries_ = static_cast<int>(nodes.size());
    for (int n = 0; n < entries_; ++n) {
        const auto around = nodeOf.find(session_.document.item(nodes[n].id)->group);
        std::vector<int>& siblings = around == nodeOf.end() ? tops : nodes[around->second].children;
        nodes[n].parent = around == nodeOf.end() ? -1 : around->second;
        nodes[n].row = static_cast<int>(siblings.size());
        siblings.push_back(n);
    }
    std::unordered_map<Id, std::shared_ptr<const Model>> listed;
    for (int n = 0; n < entries_ && !open_.empty(); ++n)
        if (const Id id = nodes[n].id; open_.count(id)) {
            addParts(nodes, n);
            if (const auto* b = bodyOf<Building>(session_.document.item(id))) listed[id] = b->model;
        }
    if (nodes == nodes_ && listed == listed_) { // the same rows: other values at most
        for (const Node& node : nodes_)
            if (node.row == 0) {
                const QModelIndex around =
                    node.parent < 0 ? QModelIndex() : createIndex(nodes_[node.parent].row, 0, quintptr(node.parent));
                Q_EMIT dataChanged(index(0, 0, around), index(rowCount(around) - 1, kColumns - 1, around));
            }
        return;
    }
    beginResetModel();
    nodes_ = std::move(nodes);
    tops_ = std::move(tops);
    nodeOf_ = std::move(nodeOf);
    listed_ = std::move(listed);
    endResetModel();
    Q_EMIT restructured();
}

// Groups in the order of the model, each with what it holds; then parts that are in none.
void ItemModel::addParts(std::vector<Node>& nodes, int building) const {
    const Id id = nodes[building].id;
    const auto* b = bodyOf<Building>(session_.document.item(id));
    if (!b || b->model->parts.size() < 2) return;
    const auto first = static_cast<int>(nodes.size());
    const auto under = [&](int node, int parent) {
        nodes[node].parent = parent;
        nodes[node].row = static_cast<int>(nodes[parent].children.size());
        nodes[parent].children.push_back(node);
    };
    for (size_t g = 0; g < b->model->groups.size(); ++g) {
        nodes.push_back({id, -1, 0, {}, -1, static_cast<int>(g)});
        const int parent = b->model->groups[g].parent;
        under(static_cast<int>(nodes.size()) - 1, parent < 0 ? building : first + parent);
    }
    for (size_t p = 0; p < b->model->parts.size(); ++p) {
        nodes.push_back({id, -1, 0, {}, static_cast<int>(p), -1});
        const int group = b->model->parts[p].group;
        under(static_cast<int>(nodes.size()) - 1, group < 0 ? building : first + group);
    }
}

void ItemModel::unfold(Id building, bool open) {
    if (open ? open_.insert(building).second : open_.erase(building) > 0) follow();
}

void ItemModel::gather(const Node& node, std::vector<int>& parts) const {
    if (node.part >= 0) parts.push_back(node.part);
    for (const int child : node.children) gather(nodes_[child], parts);
}

std::optional<ItemModel::PartsRow> ItemModel::parts(const QModelIndex& index) const {
    if (!index.isValid()) return std::nullopt;
    const Node& node = nodes_[index.internalId()];
    if (node.part < 0 && node.group < 0) return std::nullopt;
    PartsRow out{node.id, {}};
    gather(node, out.parts);
    return out;
}

QModelIndex ItemModel::indexOfPart(Id building, int part) const {
    for (size_t n = static_cast<size_t>(entries_); n < nodes_.size(); ++n)
        if (nodes_[n].part == part && nodes_[n].id == building) return createIndex(nodes_[n].row, 0, quintptr(n));
    return {};
}

void ItemModel::setOrder(Order order) {
    order_ = order;
    follow();
}

const Item* ItemModel::item(const QModelIndex& index) const {
    if (!index.isValid()) return nullptr;
    const Node& node = nodes_[index.internalId()];
    return node.part < 0 && node.group < 0 ? session_.document.item(node.id) : nullptr;
}

QModelIndex ItemModel::indexOf(Id id) const {
    const auto at = nodeOf_.find(id);
    return at == nodeOf_.end() ? QModelIndex() : createIndex(nodes_[at->second].row, 0, quintptr(at->second));
}

QModelIndex ItemModel::index(int row, int column, const QModelIndex& parent) const {
    const std::vector<int>& rows = parent.isValid() ? nodes_[parent.internalId()].children : tops_;
    return row < 0 || row >= static_cast<int>(rows.size()) ? QModelIndex()
                                                           : createIndex(row, column, quintptr(rows[row]));
}

QModelIndex ItemModel::parent(const QModelIndex& index) const {
    const int around = index.isValid() ? nodes_[index.internalId()].parent : -1;
    return around < 0 ? QModelIndex() : createIndex(nodes_[around].row, 0, quintptr(around));
}

int ItemModel::rowCount(const QModelIndex& parent) const {
    if (!parent.isValid()) return static_cast<int>(tops_.size());
    return parent.column() > 0 ? 0 : static_cast<int>(nodes_[parent.internalId()].children.size());
}

QString ItemModel::accessible(const Item& item) const {
    QString text = QString::fromStdString(item.name) + ", " + kindText(item);
    const QString detail =
        withItemKind(item, [&](const auto& kind, const auto& body) { return kind.detail(body, item, session_); });
    if (!detail.isEmpty()) text += ", " + detail;
    if (!session_.view.seen(item)) text += ", " + tr("hidden");
    if (item.locked) text += ", " + tr("locked");
    return text;
}

QVariant ItemModel::partData(const Node& node, int column, int role) const {
    const Item* item = session_.document.item(node.id);
    const auto* b = bodyOf<Building>(item);
    if (!b) return {};
    const bool group = node.part < 0;
    if (group ? node.group >= static_cast<int>(b->model->groups.size())
              : node.part >= static_cast<int>(b->model->parts.size()))
        return {};
    if (role == GroupRole) return group;
    std::vector<int> all;
    gather(node, all);
    auto known = hidden_.find(node.id);
    if (known == hidden_.end()) known = hidden_.emplace(node.id, hiddenParts(*b)).first;
    const std::vector<int>& hidden = known->second;
    const bool seen = !std::all_of(all.begin(), all.end(),
                                   [&](int p) { return std::binary_search(hidden.begin(), hidden.end(), p); });
    if (role == SeenRole) return seen && session_.view.seen(*item);
    const QString name = QString::fromStdString(group ? b->model->groups[static_cast<size_t>(node.group)].name
                                                      : b->model->parts[static_cast<size_t>(node.part)].name);
    const QString count = tr("%n part(s)", nullptr, static_cast<int>(all.size()));
    const QString material =
        group ? QString()
              : QString::fromStdString(
                    b->surfaces[static_cast<size_t>(b->model->parts[static_cast<size_t>(node.part)].material)].name);
    switch (column) {
    case Name:
        if (role == Qt::DisplayRole) return name;
        if (role == Qt::ToolTipRole) return group ? count : tr("%1, of %2").arg(name, material);
        if (role == Qt::AccessibleTextRole) return group ? name + ", " + count : name + ", " + material;
        if (role == IconRole) return group ? QString("ui-folder-open") : QString("kind-part");
        break;
    case Detail:
        if (role == Qt::DisplayRole && group) return count;
        break;
    case Eye:
        if (role == IconRole) return seen ? QString("ui-eye") : QString("ui-eye-off");
        if (role == Qt::ToolTipRole) return tr("Show or hide, also in renders");
        if (role == Qt::CheckStateRole) return seen ? Qt::Checked : Qt::Unchecked;
        break;
    default:
        break;
    }
    return {};
}

QVariant ItemModel::data(const QModelIndex& index, int role) const {
    const Item* item = this->item(index);
    if (!item) return index.isValid() ? partData(nodes_[index.internalId()], index.column(), role) : QVariant();
    const bool shot = std::holds_alternative<Shot>(item->body);
    if (role == SeenRole) return session_.view.seen(*item);
    if (role == GroupRole) {
        const auto* b = bodyOf<Building>(item);
        return std::holds_alternative<Group>(item->body) || (b && b->model->parts.size() > 1);
    }
    switch (index.column()) {
    case Name:
        if (role == Qt::DisplayRole || role == Qt::EditRole) return QString::fromStdString(item->name);
        if (role == Qt::ToolTipRole) return tr("Double click or F2 to rename");
        if (role == Qt::AccessibleTextRole) return accessible(*item);
        if (role == IconRole)
            return shot && session_.view.verb() == Verb::Light
                       ? QString("verb-light")
                       : QString(withItemKind(*item, [](const auto& kind, const auto&) { return kind.icon.value; }));
        break;
    case Detail:
        if (role == Qt::DisplayRole)
            return withItemKind(*item,
                                [&](const auto& kind, const auto& body) { return kind.detail(body, *item, session_); });
        break;
    case Eye: // the item's own; struck out in grey it is hidden for now or left out of the shot
        if (shot) break;
        if (role == IconRole) return session_.view.seen(*item) ? QString("ui-eye") : QString("ui-eye-off");
        if (role == Qt::ToolTipRole)
            return tr("Show or hide, also in renders (%1)").arg(session_.keyOf("items.visible"));
        if (role == Qt::CheckStateRole) return item->visible ? Qt::Checked : Qt::Unchecked;
        break;
    case Lock:
        if (role == IconRole) return item->locked ? QString("ui-lock") : QString("ui-lock-open");
        if (role == Qt::ToolTipRole) return tr("Lock or unlock (%1)").arg(session_.keyOf("items.lock"));
        if (role == Qt::CheckStateRole) return item->locked ? Qt::Checked : Qt::Unchecked;
        break;
    default:
        break;
    }
    return {};
}

bool ItemModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    const Item* item = this->item(index);
    const std::string name = value.toString().trimmed().toStdString();
    if (!item || role != Qt::EditRole || index.column() != Name || name.empty() || name == item->name) return false;
    session_.document.editItem(tr("Rename"), item->id, [&](Item& i) { i.name = name; });
    return true;
}

Qt::ItemFlags ItemModel::flags(const QModelIndex& index) const {
    const Item* item = this->item(index);
    if (!item && index.isValid()) return Qt::ItemIsEnabled | Qt::ItemIsSelectable;
    if (!item) return Qt::ItemIsDropEnabled; // out of all groups
    Qt::ItemFlags flags = Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsDropEnabled;
    if (index.column() == Name) flags |= Qt::ItemIsEditable;
    if (!std::holds_alternative<Shot>(item->body)) flags |= Qt::ItemIsDragEnabled;
    return flags;
}

void ItemModel::toggle(const QModelIndex& index, Column column) {
    const Item* item = this->item(index);
    if (const auto row = parts(index); row && column == Eye) {
        const std::vector<int> before = session_.selection.parts();
        session_.selection.setParts(row->building, row->parts);
        showParts(session_, !data(index.siblingAtColumn(Eye), SeenRole).toBool());
        session_.selection.setParts(row->building, before);
    }
    if (!item) return;
    if (std::holds_alternative<Shot>(item->body)) {
        if (column == Lock) lockShot(session_, item->id);
        return;
    }
    const bool lock = column == Lock, now = lock ? item->locked : item->visible;
    const QString name = lock ? (now ? tr("Unlock") : tr("Lock")) : (now ? tr("Hide") : tr("Show"));
    const std::vector<Id> ids =
        session_.selection.holds(item->id) ? session_.selection.all() : std::vector<Id>{item->id};
    Project next = session_.document.project();
    for (const Id id : ids) {
        auto copy = std::make_shared<Item>(*session_.document.item(id));
        (lock ? copy->locked : copy->visible) = !now;
        next.items.replace(std::move(copy));
    }
    session_.document.edit(name, std::move(next));
}

QStringList ItemModel::mimeTypes() const {
    return {kItemsMime};
}

QMimeData* ItemModel::mimeData(const QModelIndexList&) const {
    auto* data = new QMimeData;
    data->setData(kItemsMime, {});
    return data;
}

bool ItemModel::canDropMimeData(const QMimeData* data, Qt::DropAction, int, int, const QModelIndex&) const {
    return data->hasFormat(kItemsMime);
}

bool ItemModel::dropMimeData(const QMimeData* data, Qt::DropAction, int row, int, const QModelIndex& parent) {
    if (!data->hasFormat(kItemsMime)) return false;
    // Between two rows: a step of the ground takes its place there in the order.
    const Id moved = session_.selection.last();
    if (row >= 0 && !parent.isValid() && order_ == Order::Made && session_.selection.all().size() == 1 &&
        isStep(session_, moved)) {
        Id before;
        for (int r = row; r < rowCount({}) && !before; ++r)
            if (const Item* other = item(index(r, 0)); other && isStep(session_, other->id)) before = other->id;
        moveStepBefore(session_, moved, before);
        return false;
    }
    // On a group, or beside one that is in it.
    const Item* on = item(parent);
    const Id group = !on ? Id{} : bodyOf<Group>(on) && !session_.selection.holds(on->id) ? on->id : on->group;
    session_.document.edit(group ? tr("Add to group") : tr("Remove from group"),
                           regrouped(session_.document.project(), session_.selection.all(), group));
    return false; // the document has done it: no row is to be taken out
}

} // namespace thallos
