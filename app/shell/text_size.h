// How large the window's text and all else in it is: as the system asks for, or as set in the preferences.
#pragma once

namespace thallos {

// Before the application is made: a size that the preferences set. What the screen itself asks for comes on top.
void useSetTextSize();
// Right after it: where the preferences leave it to the system and the system's font is a large one, starts the program
// anew at that size. Does not return then.
void useSystemTextSize(char** arguments);
// What large text of the system means for the window; 1 for the usual sizes.
double textScaleOf(double systemPoints);

} // namespace thallos
