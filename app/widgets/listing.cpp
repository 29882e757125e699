#include "app/widgets/listing.h"

#include <QAccessibleWidget>
#include <QWidget>

namespace thallos {

namespace {

class ListingInterface;

class EntryInterface : public QAccessibleInterface {
public:
    EntryInterface(QWidget* widget, int index) : widget_(widget), index_(index) {}
    bool isValid() const override { return widget_ && index_ < listing().entries(); }
    QObject* object() const override { return nullptr; }
    QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(widget_); }
    QAccessibleInterface* child(int) const override { return nullptr; }
    int childCount() const override { return 0; }
    int indexOfChild(const QAccessibleInterface*) const override { return -1; }
    QString text(QAccessible::Text t) const override {
        return t == QAccessible::Name && isValid() ? listing().entryName(index_) : QString();
    }
    void setText(QAccessible::Text, const QString&) override {}
    QRect rect() const override {
        const QRect r = listing().entryRect(index_).toAlignedRect();
        return {widget_->mapToGlobal(r.topLeft()), r.size()};
    }
    QAccessible::Role role() const override { return listing().entryRole(); }
    QAccessible::State state() const override {
        QAccessible::State s;
        s.selectable = true;
        s.selected = isValid() && listing().entryChosen(index_);
        s.focused = s.selected && widget_->hasFocus();
        return s;
    }
    int index() const { return index_; }

private:
    const Listing& listing() const { return *dynamic_cast<const Listing*>(widget_); }
    QWidget* widget_;
    int index_;
};

class ListingInterface : public QAccessibleWidget {
public:
    explicit ListingInterface(QWidget* widget) : QAccessibleWidget(widget, QAccessible::List) {}
    ~ListingInterface() override {
        for (const QAccessible::Id id : ids_) QAccessible::deleteAccessibleInterface(id);
    }
    int childCount() const override { return dynamic_cast<const Listing*>(widget())->entries(); }
    QAccessibleInterface* child(int index) const override {
        if (index < 0 || index >= childCount()) return nullptr;
        while (static_cast<int>(ids_.size()) <= index)
            ids_.push_back(
                QAccessible::registerAccessibleInterface(new EntryInterface(widget(), static_cast<int>(ids_.size()))));
        return QAccessible::accessibleInterface(ids_[static_cast<size_t>(index)]);
    }
    int indexOfChild(const QAccessibleInterface* child) const override {
        const auto* entry = dynamic_cast<const EntryInterface*>(child);
        return entry ? entry->index() : -1;
    }

private:
    mutable std::vector<QAccessible::Id> ids_;
};

QAccessibleInterface* make(const QString&, QObject* object) {
    auto* widget = qobject_cast<QWidget*>(object);
    return widget && dynamic_cast<Listing*>(widget) ? new ListingInterface(widget) : nullptr;
}

} // namespace

void installListings() {
    QAccessible::installFactory(make);
}

} // namespace thallos
