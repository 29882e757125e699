// The table of commands of the window, by menu.
#pragma once

namespace thallos {

class MainWindow;

void addWindowCommands(MainWindow& window); // all of these

void addProjectCommands(MainWindow& window);
void addEditCommands(MainWindow& window);
void addItemCommands(MainWindow& window);
void addLookCommands(MainWindow& window);
void addToolCommands(MainWindow& window);
void addHelpCommands(MainWindow& window);

} // namespace thallos
