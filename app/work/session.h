// All that the window works with: the document, what is shown of it, what is selected, its file, and the clipboard.
// Lives on the interface thread.
#pragma once

#include <functional>
#include <optional>

#include <QObject>

#include "app/work/document.h"
#include "app/work/earth_watch.h"
#include "app/work/files.h"
#include "app/work/flow_watch.h"
#include "app/work/jobs.h"
#include "app/work/selection.h"
#include "app/work/snag_watch.h"
#include "app/work/view.h"
#include "core/project/snap.h"

namespace thallos {

// How hands move things: kept with the window's settings, not in the document.
struct HandSettings {
    SnapSettings snap;
    bool snapping = true;
    bool ownAxes = false; // along and across the thing instead of east and north
    float step = 0.5f;    // metres of an arrow key
};

class Session : public QObject {
    Q_OBJECT
public:
    explicit Session(QObject* parent = nullptr);

    // They follow the document in this order: nobody hears of a change while ids of what is gone are still selected.
    Document document;
    Selection selection{document, view};
    View view{document};
    Files files{document};
    Jobs jobs;
    SnagWatch snags{document};
    EarthWatch earth{document};
    FlowWatch flow{document};

    // Changes every selected item that is not locked: one step. Groups: what they hold.
    void editSelected(const QString& name, const std::function<void(Item&)>& change, const QString& mergeKey = {},
                      BuildMode mode = BuildMode::Rest);
    QString lockedText(const Item& item) const; // why it refuses a change

    // Copies wait here, also for another project.
    void copySelected(); // with what stands on it
    bool canPaste() const { return !copied_.empty(); }
    // Moved so that their middle comes to `at`; without one, in place, or beside what they would cover.
    void paste(const QString& name, const std::optional<V2f>& at, bool beside = false);

    HandSettings hand;
    void handChanged() { Q_EMIT handSettingsChanged(); }
    // The key of a command as it is now, to be named in hints; the window sets it.
    std::function<QString(const QString& command)> keyOf = [](const QString&) { return QString(); };

signals:
    void handSettingsChanged();
    void toolSettingsChanged();            // of the tool in use: its radius, say
    void commandWanted(const QString& id); // by a button that is the same as one
    // Something the user should know, or that went wrong.
    // With `folder` it offers to open that.
    void message(const QString& sentence, bool trouble = true, const QString& folder = {});

private:
    std::vector<std::shared_ptr<const Item>> copied_;
};

} // namespace thallos
