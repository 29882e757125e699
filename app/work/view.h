// What is shown: the verb, the shot with its working camera, and what is hidden for working. Neither saved nor in the
// history, but for what is kept in a shot.
#pragma once

#include <functional>
#include <optional>
#include <unordered_set>

#include <QObject>
#include <QTimer>

#include "app/work/document.h"
#include "app/work/verb.h"
#include "core/trace/scene.h"

namespace thallos {

// What colours the ground in the plan.
enum class PlanTint { Covers, Slope, Earthwork };
struct PlanReading {
    PlanTint tint = PlanTint::Covers;
    bool spots = false, flow = false; // spot heights, where water runs
    bool operator==(const PlanReading&) const = default;
};

class View : public QObject {
    Q_OBJECT
public:
    explicit View(Document& document, QObject* parent = nullptr);

    Verb verb() const { return verb_; }
    void setVerb(Verb verb);

    // The shot shown, and its camera as moved by looking around.
    Id shotId() const { return shot_; }
    const Item* shotItem() const { return document_.item(shot_); }
    Shot shot() const;     // with the working camera
    Shot seenShot() const; // the same with the near cut
    Camera camera() const; // of seenShot(), cheap enough for every point that is drawn
    void showShot(Id id);
    // Changes the shown shot: one step.
    void editShot(const QString& name, const std::function<void(Shot&)>& change, const QString& mergeKey = {});

    void look(const Camera& camera); // not in history
    bool looking() const { return camera_.has_value(); }
    void keepLook(); // into the shot: a step of history
    void dropLook();
    void setNearCut(float metres);
    float nearCut() const { return nearCut_; }
    // Views that were rested at, like pages of a book.
    bool canLookBack() const;
    bool canLookForward() const { return viewAt_ + 1 < views_.size(); }
    void lookBack();
    void lookForward();

    void hide(const std::vector<Id>& ids);
    void showOnly(const std::vector<Id>& ids); // of the kinds that can be hidden
    void hideParts(Id building, const std::vector<int>& parts);
    void showOnlyParts(Id building, const std::vector<int>& parts); // of this building, and of no other item
    void showAll();                             // whatever a switch of the view hides: items, plants, what is near
    void showHidden();                          // items that were hidden for working
    bool isolated() const { return isolated_; } // showOnly() is why they are
    int hiddenCount() const;
    bool hidden(Id leaf) const { return hidden_.count(leaf) > 0; } // for working
    bool seen(const Item& item) const;                             // by its eye, in this shot and for working
    bool anyHidden() const { return !hidden_.empty() || !parts_.empty(); }
    bool neutral() const { return neutral_; }
    void setNeutral(bool neutral);
    bool planting() const { return planting_; }
    void setPlanting(bool shown);
    Visibility visibility() const; // with what the shot leaves out
    const PlanReading& reading() const { return reading_; }
    void setReading(const PlanReading& reading);

    // Faces that the panes mark, three corners each, in the world.
    const std::vector<V3f>& highlight() const { return highlight_; }
    void setHighlight(std::vector<V3f> corners);
    // An item as it would be: the panes show it instead of the document's until anything is changed. Null: none.
    const std::shared_ptr<const Item>& preview() const { return preview_; }
    void setPreview(std::shared_ptr<const Item> item);

    // The part of the picture that is refined alone, 0..1 from its upper left; none: all of it.
    const std::optional<Box2f>& part() const { return part_; }
    void setPart(const std::optional<Box2f>& part);
    bool held() const { return held_; } // it gets no samples
    void setHeld(bool held);

signals:
    void verbChanged();
    void changed();     // other shot or moved camera
    void shotChanged(); // other shot
    void visibilityChanged();
    void refiningChanged(); // which part, or held
    void highlightChanged();
    void previewChanged();
    void readingChanged();
    void zoomWanted(); // to what is selected

private:
    struct Page {
        Id shot;
        std::optional<Camera> camera;
        bool operator==(const Page&) const = default;
    };
    void reset();
    void follow(); // the document
    void showFirstShot();
    void settle();
    void show(const Page& page);
    void updateLeftOut();

    Document& document_;
    Verb verb_ = Verb::Seat;
    Id shot_;
    std::optional<Camera> camera_;
    float nearCut_ = 0;
    std::vector<Page> views_;
    size_t viewAt_ = 0;
    QTimer settleTimer_;
    QTimer lookTimer_; // runs after a look was told: a hand moves the view more often than anybody can see
    bool lookWaits_ = false;
    std::unordered_set<Id> hidden_; // leaves
    std::vector<Id> leftOut_;       // these and the shot's, in order
    struct HiddenParts {
        Id building;
        PartNames names;
    };
    std::vector<HiddenParts> parts_; // for working
    bool isolated_ = false;
    bool neutral_ = false, planting_ = true;
    PlanReading reading_;
    std::optional<Box2f> part_;
    bool held_ = false;
    std::vector<V3f> highlight_;
    std::shared_ptr<const Item> preview_;
};

} // namespace thallos
