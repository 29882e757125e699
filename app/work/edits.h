// What commands do to what is selected: each one step of history, and a message when it can't be.
#pragma once

#include "app/work/session.h"

namespace thallos {

// Tells so when what is selected was selected elsewhere, and is not to be taken away unseen.
bool refusesSelection(Session& session);
void deleteSelected(Session& session); // and what cannot be without it
void deleteShot(Session& session, Id shot);
void duplicateShot(Session& session, Id shot); // as it is saved
// Whether the item is one of the steps that make the ground, and not the only one.
bool isStep(const Session& session, Id item);
void moveStep(Session& session, Id item, int by); // so many places on in the order of the steps
// Before another step, or after all when that is none.
void moveStepBefore(Session& session, Id item, Id other);
void moveShot(Session& session, Id shot, int by); // so many places on in the strip
void lockShot(Session& session, Id shot);         // or unlocks it: its camera, light and output stay
enum class ShotPart { Light, Lens };
void copyToShots(Session& session, ShotPart part); // of the shown shot to all that are not locked
void addShot(Session& session);                    // the view as it is now, under a name of its own
void addCover(Session& session);                   // of the first material that none is made of yet; selects it
void clearSight(Session& session);                 // from the shot to the selected building, or the one in its middle
void levelPad(Session& session, Id building);      // or selects the one that it has
void levelUnderParts(Session& session);            // a pad of its own for the parts that are selected
void flagPresentation(Session& session);           // or takes it back, as the last is for presentation only or not
void groupSelected(Session& session);
void ungroupSelected(Session& session);
void showSelected(Session& session);                 // or hides, in renders too, as the last is
void lockSelected(Session& session);                 // or unlocks, as the last is locked or not
void turnSelected(Session& session, double degrees); // about the middle of all of it
void selectAllOfVerb(Session& session);
void selectAllOfKind(Session& session); // of the last's
// The shots' items in order, so many further on round and round.
void showShotAfter(Session& session, int by);

} // namespace thallos
