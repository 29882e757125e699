// What is selected, in the order of selecting; the last is the one whose values are shown. Groups stand for what they
// hold.
#pragma once

#include <unordered_set>
#include <vector>

#include <QObject>

#include "app/work/document.h"
#include "app/work/view.h"

namespace thallos {

class Selection : public QObject {
    Q_OBJECT
public:
    Selection(Document& document, View& view, QObject* parent = nullptr);

    const std::vector<Id>& all() const { return ids_; } // no id twice, none that is not there
    bool empty() const { return ids_.empty(); }
    const std::vector<Id>& leaves() const; // down to the last item, without the groups
    Id last() const { return ids_.empty() ? Id{} : ids_.back(); }
    const Item* item() const { return document_.item(last()); } // of last()
    bool holds(Id id) const;                                    // itself or by a group around it
    uint64_t changes() const { return changes_; }               // how often something else was selected
    // It was selected in this verb or is in its list: commands that take things away keep off what was selected long
    // ago elsewhere.
    bool here() const;

    void set(Id id);                  // alone; none: nothing
    void setAll(std::vector<Id> ids); // these and no others
    void toggle(Id id);               // added, or taken away
    // Of the specimens that alone are selected, the one that is meant; -1: all of them.
    int specimen() const;
    void setSpecimen(Id specimens, int index);

    // Of the building that alone is selected, the parts of its model that are meant, in the order of selecting; none:
    // all of it.
    const std::vector<int>& parts() const;
    void setParts(Id building, std::vector<int> parts);
    void togglePart(Id building, int part);

    // Which material of a selected building is worked on: an index into its surfaces, which may be past their end.
    int material() const { return material_; }
    void setMaterial(int index);

    // Of things one behind the other those that a click may select, in that order: not locked, the verb's own kinds
    // before others, a group before what it holds.
    std::vector<Id> selectable(const std::vector<Id>& under) const;
    Id firstSelectable(const std::vector<Id>& under) const; // none

signals:
    void changed();
    void materialChanged();

private:
    void reset();
    void follow(); // the document
    void become(std::vector<Id> ids, int specimen, std::vector<int> parts = {});
    void followParts();

    Document& document_;
    View& view_;
    std::vector<Id> ids_;
    std::unordered_set<Id> set_; // the same
    int specimen_ = -1, material_ = 0;
    std::vector<int> parts_;
    std::shared_ptr<const Model> partsOf_; // that they are indices of
    Verb selectedIn_ = Verb::Seat;
    uint64_t changes_ = 0;
    mutable std::vector<Id> leaves_;
    mutable bool leavesKnown_ = false;
};

} // namespace thallos
