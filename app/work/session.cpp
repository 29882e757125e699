#include "app/work/session.h"

#include <algorithm>

#include "core/base/error.h"
#include "core/project/move.h"

namespace thallos {

Session::Session(QObject* parent) : QObject(parent) {
    connect(&document, &Document::message, this, [this](const QString& s) { Q_EMIT message(s); });
    connect(&jobs, &Jobs::message, this, [this](const QString& s) { Q_EMIT message(s); });
    connect(&files, &Files::message, this, [this](const QString& s) { Q_EMIT message(s); });
}

void Session::editSelected(const QString& name, const std::function<void(Item&)>& change, const QString& mergeKey,
                           BuildMode mode) {
    if (const Item* locked = document.editItems(name, selection.all(), change, mergeKey, mode))
        Q_EMIT message(lockedText(*locked));
}

QString Session::lockedText(const Item& item) const {
    return tr("“%1” is locked. Unlock it first, in the list or with %2.")
        .arg(QString::fromStdString(item.name), keyOf("items.lock"));
}

void Session::copySelected() {
    const Project& project = document.project();
    std::unordered_set<Id> ids(selection.all().begin(), selection.all().end());
    for (const Item* d : dependents(project, selection.all())) ids.insert(d->id);
    std::vector<std::shared_ptr<const Item>> copied;
    for (const auto& item : project.items)
        if (ids.count(item->id)) copied.push_back(item);
    // A copy stands for itself unless its group is copied too; withCopies() sees to that.
    if (const int one = selection.specimen(); one >= 0 && !copied.empty()) {
        Item single = *selection.item();
        auto& list = std::get<Specimens>(single.body).specimens;
        list = {list[static_cast<size_t>(one)]};
        copied = {std::make_shared<const Item>(std::move(single))};
    }
    if (!copied.empty()) copied_ = std::move(copied);
}

void Session::paste(const QString& name, const std::optional<V2f>& at, bool beside) {
    if (copied_.empty()) return;
    const Project& project = document.project();
    Box2f box;
    for (const auto& i : copied_) box.extendBy(extent(*i));
    V2f by(0);
    if (at && !box.isEmpty())
        by = *at - box.center();
    else if (beside)
        by = V2f(box.isEmpty() ? 2 : std::clamp(box.size().x, 1.0f, 20.0f) + 0.5f, 0);
    // A single plant joins the specimens that are selected.
    const auto* plant = copied_.size() == 1 ? bodyOf<Specimens>(copied_.front().get()) : nullptr;
    const Item* into = selection.item();
    if (plant && plant->specimens.size() == 1 && bodyOf<Specimens>(into) && !fixed(project, *into)) {
        Specimen s = plant->specimens.front();
        s.at += by;
        const Id id = into->id;
        document.editItem(name, id, [&](Item& i) { std::get<Specimens>(i.body).specimens.push_back(s); });
        selection.setSpecimen(id, static_cast<int>(bodyOf<Specimens>(document.item(id))->specimens.size()) - 1);
        return;
    }
    std::vector<Id> copies;
    Project next = withCopies(project, copied_, by, by != V2f(0) ? document.ground() : nullptr, &copies);
    if (copies.empty()) {
        Q_EMIT message(tr("What was copied belongs to a building or a tree. Copy both together."));
        return;
    }
    const size_t steps = document.history().position();
    document.editChecked(name, std::move(next));
    if (document.history().position() != steps) selection.setAll(std::move(copies));
}

} // namespace thallos
