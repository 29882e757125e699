// Painted lists for screen readers: each entry has a name, a place and a state.
#pragma once

#include <QAccessible>
#include <QRectF>
#include <QString>

class QWidget;

namespace thallos {

// What a widget that paints its own entries tells about them; indices run from 0 in the order of the keys.
class Listing {
public:
    virtual ~Listing() = default;
    virtual int entries() const = 0;
    virtual QString entryName(int index) const = 0;
    virtual QRectF entryRect(int index) const = 0; // in the widget
    virtual bool entryChosen(int index) const = 0;
    virtual QAccessible::Role entryRole() const { return QAccessible::ListItem; }
};

// From then on accessibility clients see the entries of every Listing. Once, after the application is made.
void installListings();

} // namespace thallos
