<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
 <context>
  <name>thallos</name>
  <message>
   <source> · %1%2 stops from middle grey</source>
   <translation> · %1%2 Blenden ab Mittelgrau</translation>
  </message>
  <message>
   <source> · default %1 (Alt+Backspace)</source>
   <translation> · Standard %1 (Alt+Rücktaste)</translation>
  </message>
  <message>
   <source> · leaf area %1</source>
   <translation> · Blattfläche %1</translation>
  </message>
  <message>
   <source> · view changed: %1 updates the shot, %2 reverts</source>
   <translation> · Ansicht geändert: %1 übernimmt sie, %2 verwirft sie</translation>
  </message>
  <message>
   <source>"%1" does not fit here</source>
   <translation>„%1“ passt hier nicht</translation>
  </message>
  <message>
   <source>"%1" is not a number</source>
   <translation>„%1“ ist keine Zahl</translation>
  </message>
  <message>
   <source>%1</source>
   <translation>%1</translation>
  </message>
  <message>
   <source>%1
Range %2</source>
   <translation>%1
Bereich %2</translation>
  </message>
  <message>
   <source>%1
The finished render is kept in memory. Choose another place for it.</source>
   <translation>%1
Das fertige Bild bleibt im Speicher. Wählen Sie einen anderen Ort dafür.</translation>
  </message>
  <message>
   <source>%1 %</source>
   <translation>%1 %</translation>
  </message>
  <message>
   <source>%1 % of the heights were missing and were filled in from those around</source>
   <translation>%1 % der Höhen fehlten und wurden aus den umliegenden ergänzt</translation>
  </message>
  <message>
   <source>%1 %2</source>
   <comment>number, unit</comment>
   <translation>%1 %2</translation>
  </message>
  <message>
   <source>%1 (as the file says)</source>
   <translation>%1 (laut Datei)</translation>
  </message>
  <message>
   <source>%1 (mine)</source>
   <comment>a species</comment>
   <translation>%1 (eigene)</translation>
  </message>
  <message>
   <source>%1 GB</source>
   <translation>%1 GB</translation>
  </message>
  <message>
   <source>%1 MB</source>
   <translation>%1 MB</translation>
  </message>
  <message>
   <source>%1 above ground</source>
   <translation>%1 über dem Boden</translation>
  </message>
  <message>
   <source>%1 above original ground</source>
   <translation>%1 über dem ursprünglichen Boden</translation>
  </message>
  <message>
   <source>%1 added to the mix of %2.</source>
   <translation>%1 wurde der Mischung von %2 hinzugefügt.</translation>
  </message>
  <message>
   <source>%1 and %2 more</source>
   <translation>%1 und %2 weitere</translation>
  </message>
  <message>
   <source>%1 apart</source>
   <translation>Abstand %1</translation>
  </message>
  <message>
   <source>%1 applied to %2.</source>
   <translation>%1 auf %2 angewendet.</translation>
  </message>
  <message>
   <source>%1 assigned to %2.</source>
   <translation>%1 auf %2 gelegt.</translation>
  </message>
  <message>
   <source>%1 at %2</source>
   <translation>%1 auf %2</translation>
  </message>
  <message>
   <source>%1 belonged to a group that is not there</source>
   <translation>%1 gehörte zu einer Gruppe, die es nicht gibt</translation>
  </message>
  <message>
   <source>%1 below ground</source>
   <translation>%1 unter dem Boden</translation>
  </message>
  <message>
   <source>%1 below original ground</source>
   <translation>%1 unter dem ursprünglichen Boden</translation>
  </message>
  <message>
   <source>%1 cd/m²</source>
   <translation>%1 cd/m²</translation>
  </message>
  <message>
   <source>%1 copies would make a model of %2 million triangles</source>
   <translation>%1 Kopien ergäben ein Modell mit %2 Millionen Dreiecken</translation>
  </message>
  <message>
   <source>%1 covers and paths are more than the ground can tell apart: the last %2 do not show.</source>
   <translation>%1 Beläge und Wege sind mehr, als das Gelände unterscheiden kann: die letzten %2 sind nicht zu sehen.</translation>
  </message>
  <message>
   <source>%1 ft</source>
   <translation>%1 ft</translation>
  </message>
  <message>
   <source>%1 ft²</source>
   <translation>%1 ft²</translation>
  </message>
  <message>
   <source>%1 h %2 min</source>
   <translation>%1 h %2 min</translation>
  </message>
  <message>
   <source>%1 high · %2 wide</source>
   <translation>%1 hoch · %2 breit</translation>
  </message>
  <message>
   <source>%1 in %2</source>
   <translation>%1 in %2</translation>
  </message>
  <message>
   <source>%1 is %2 times as high</source>
   <translation>%1 ist %2-mal so hoch</translation>
  </message>
  <message>
   <source>%1 is already used by “%2”.</source>
   <translation>%1 gehört schon zu „%2“.</translation>
  </message>
  <message>
   <source>%1 is damaged. A copy was opened.</source>
   <translation>%1 ist beschädigt. Eine Kopie wurde geöffnet.</translation>
  </message>
  <message>
   <source>%1 is damaged. Opened the copy saved on %2.</source>
   <translation>%1 ist beschädigt. Die am %2 gespeicherte Kopie wurde geöffnet.</translation>
  </message>
  <message>
   <source>%1 is in front of the ground. Click the ground beside it.</source>
   <translation>%1 steht vor dem Boden. Klicken Sie auf den Boden daneben.</translation>
  </message>
  <message>
   <source>%1 is now like %2.</source>
   <translation>%1 ist jetzt wie %2.</translation>
  </message>
  <message>
   <source>%1 is open in another window or on another computer. Opened read-only; use Save as.</source>
   <translation>%1 ist in einem anderen Fenster oder auf einem anderen Rechner geöffnet. Schreibgeschützt geöffnet; verwenden Sie „Speichern unter“.</translation>
  </message>
  <message>
   <source>%1 left</source>
   <comment>a time</comment>
   <translation>noch %1</translation>
  </message>
  <message>
   <source>%1 long</source>
   <translation>%1 lang</translation>
  </message>
  <message>
   <source>%1 long, %2 % slope</source>
   <translation>%1 lang, %2 % Gefälle</translation>
  </message>
  <message>
   <source>%1 long, at most %2 % steep</source>
   <translation>%1 lang, höchstens %2 % steil</translation>
  </message>
  <message>
   <source>%1 long, falls %2</source>
   <translation>%1 lang, fällt %2</translation>
  </message>
  <message>
   <source>%1 long, slope %2 %</source>
   <translation>%1 lang, Neigung %2 %</translation>
  </message>
  <message>
   <source>%1 m</source>
   <translation>%1 m</translation>
  </message>
  <message>
   <source>%1 m (as the file says)</source>
   <translation>%1 m (laut Datei)</translation>
  </message>
  <message>
   <source>%1 min</source>
   <translation>%1 min</translation>
  </message>
  <message>
   <source>%1 mm</source>
   <translation>%1 mm</translation>
  </message>
  <message>
   <source>%1 m²</source>
   <translation>%1 m²</translation>
  </message>
  <message>
   <source>%1 needs its last points. To remove it, delete it in the list.</source>
   <translation>%1 braucht seine letzten Punkte. Zum Entfernen in der Liste löschen.</translation>
  </message>
  <message>
   <source>%1 of %2 samples%3</source>
   <translation>%1 von %2 Samples%3</translation>
  </message>
  <message>
   <source>%1 of floor level with the ground flicker</source>
   <translation>%1 Boden auf Höhe des Geländes flimmern</translation>
  </message>
  <message>
   <source>%1 per shot</source>
   <translation>%1 je Aufnahme</translation>
  </message>
  <message>
   <source>%1 pixels</source>
   <translation>%1 Pixel</translation>
  </message>
  <message>
   <source>%1 plants</source>
   <translation>%1 Pflanzen</translation>
  </message>
  <message>
   <source>%1 round</source>
   <translation>%1 rundum</translation>
  </message>
  <message>
   <source>%1 s</source>
   <translation>%1 s</translation>
  </message>
  <message>
   <source>%1 samples could not be computed and are black; please report this with the project.</source>
   <translation>%1 Samples konnten nicht berechnet werden und sind schwarz; bitte melden Sie das mit dem Projekt.</translation>
  </message>
  <message>
   <source>%1 saved to your library.</source>
   <translation>%1 in Ihrer Bibliothek gespeichert.</translation>
  </message>
  <message>
   <source>%1 shapes of the kind %2 cannot be read and were left out</source>
   <translation>%1 Körper der Art %2 können nicht gelesen werden und fehlen</translation>
  </message>
  <message>
   <source>%1 steps, riser %2, tread %3</source>
   <translation>%1 Stufen, Steigung %2, Auftritt %3</translation>
  </message>
  <message>
   <source>%1 to %2</source>
   <translation>%1 bis %2</translation>
  </message>
  <message>
   <source>%1 to %2 %</source>
   <translation>%1 bis %2 %</translation>
  </message>
  <message>
   <source>%1 triangles</source>
   <translation>%1 Dreiecke</translation>
  </message>
  <message>
   <source>%1 was left out: %2</source>
   <translation>%1 wurde ausgelassen: %2</translation>
  </message>
  <message>
   <source>%1 was made with a newer Thallos. Opened read-only; use Save as.</source>
   <translation>%1 stammt aus einem neueren Thallos. Schreibgeschützt geöffnet; verwenden Sie „Speichern unter“.</translation>
  </message>
  <message>
   <source>%1 was not found, and its textures are read with it. Use Re-import to choose the file first.</source>
   <translation>%1 wurde nicht gefunden; ihre Texturen werden mit ihr gelesen. Wählen Sie die Datei zuerst mit „Neu importieren“.</translation>
  </message>
  <message>
   <source>%1 was repaired: %2.</source>
   <translation>%1 wurde repariert: %2.</translation>
  </message>
  <message>
   <source>%1 · %2</source>
   <comment>a section and what it holds</comment>
   <translation>%1 · %2</translation>
  </message>
  <message>
   <source>%1 · %2</source>
   <comment>a species, its Latin name</comment>
   <translation>%1 · %2</translation>
  </message>
  <message>
   <source>%1 · %2 mm · eye %3 · %4</source>
   <translation>%1 · %2 mm · Auge %3 · %4</translation>
  </message>
  <message numerus="yes">
   <source>%1 · %n more of your species could not be read</source>
   <translation>
    <numerusform>%1 · %n weitere Ihrer Arten konnte nicht gelesen werden</numerusform>
    <numerusform>%1 · %n weitere Ihrer Arten konnten nicht gelesen werden</numerusform>
   </translation>
  </message>
  <message>
   <source>%1 · a sheet of %2 × %3 m in true size</source>
   <translation>%1 · eine Fläche von %2 × %3 m in wahrer Größe</translation>
  </message>
  <message>
   <source>%1 · memory %2, %3 free · disk about %4</source>
   <comment>time, memory, disk</comment>
   <translation>%1 · Speicher %2, frei %3 · Platte etwa %4</translation>
  </message>
  <message>
   <source>%1 · north up · contour interval %2</source>
   <translation>%1 · Norden oben · Höhenlinien alle %2</translation>
  </message>
  <message>
   <source>%1 · walls up to %2</source>
   <translation>%1 · Mauern bis %2</translation>
  </message>
  <message>
   <source>%1 × %2</source>
   <translation>%1 × %2</translation>
  </message>
  <message>
   <source>%1 × %2 heights, %3 apart, cover %4</source>
   <translation>%1 × %2 Höhen im Abstand von %3 bedecken %4</translation>
  </message>
  <message>
   <source>%1 × %2 m</source>
   <translation>%1 × %2 m</translation>
  </message>
  <message>
   <source>%1 × %2 × %3</source>
   <translation>%1 × %2 × %3</translation>
  </message>
  <message>
   <source>%1 × %2 × %3 m</source>
   <translation>%1 × %2 × %3 m</translation>
  </message>
  <message>
   <source>%1, %2 high: %3</source>
   <translation>%1, %2 hoch: %3</translation>
  </message>
  <message>
   <source>%1, %2 triangles</source>
   <translation>%1, %2 Dreiecke</translation>
  </message>
  <message>
   <source>%1, in %2</source>
   <translation>%1, in %2</translation>
  </message>
  <message>
   <source>%1, of %2</source>
   <translation>%1, aus %2</translation>
  </message>
  <message>
   <source>%1: %2</source>
   <translation>%1: %2</translation>
  </message>
  <message>
   <source>%1: %2 entities; %3</source>
   <translation>%1: %2 Einträge; %3</translation>
  </message>
  <message>
   <source>%1: %2 must be %3 to %4; it was set to %5</source>
   <translation>%1: %2 muss %3 bis %4 sein; es wurde auf %5 gesetzt</translation>
  </message>
  <message>
   <source>%1: %2 was not plain text; it is now %3</source>
   <translation>%1: %2 war kein lesbarer Text und heißt jetzt %3</translation>
  </message>
  <message numerus="yes">
   <source>%1: %n kind(s) of faults</source>
   <translation>
    <numerusform>%1: %n Art von Fehlern</numerusform>
    <numerusform>%1: %n Arten von Fehlern</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%1: %n shot(s) changed</source>
   <translation>
    <numerusform>%1: %n Aufnahme geändert</numerusform>
    <numerusform>%1: %n Aufnahmen geändert</numerusform>
   </translation>
  </message>
  <message>
   <source>%1: alpha removed from wood</source>
   <translation>%1: Alpha vom Holz entfernt</translation>
  </message>
  <message>
   <source>%1: base colour was black; reset so that the texture shows</source>
   <translation>%1: Grundfarbe war schwarz; zurückgesetzt, damit die Textur zu sehen ist</translation>
  </message>
  <message>
   <source>%1: clear coat removed</source>
   <translation>%1: Klarlack entfernt</translation>
  </message>
  <message>
   <source>%1: colour slot held a normal map; moved to the normal slot</source>
   <translation>%1: im Farbkanal lag eine Normalenkarte; in den Normalenkanal verschoben</translation>
  </message>
  <message>
   <source>%1: cut out by its opacity map</source>
   <translation>%1: nach seiner Deckkraftkarte ausgeschnitten</translation>
  </message>
  <message>
   <source>%1: cut out by the alpha of its colour map</source>
   <translation>%1: nach dem Alpha seiner Farbkarte ausgeschnitten</translation>
  </message>
  <message>
   <source>%1: emission removed</source>
   <translation>%1: Leuchten entfernt</translation>
  </message>
  <message>
   <source>%1: glass with alpha; treated as a cut-out</source>
   <translation>%1: Glas mit Alpha; als Ausschnitt behandelt</translation>
  </message>
  <message>
   <source>%1: gloss map inverted to roughness</source>
   <translation>%1: Glanzkarte zu Rauheit umgekehrt</translation>
  </message>
  <message>
   <source>%1: height slot held a normal map; moved to the normal slot</source>
   <translation>%1: im Höhenkanal lag eine Normalenkarte; in den Normalenkanal verschoben</translation>
  </message>
  <message>
   <source>%1: its location is not on the earth and was set to the default</source>
   <translation>%1: Der Standort liegt nicht auf der Erde und wurde auf die Vorgabe gesetzt</translation>
  </message>
  <message>
   <source>%1: its name or number was another item's; it is now %2</source>
   <translation>%1: Name oder Nummer gehörte schon einem anderen Objekt; es heißt jetzt %2</translation>
  </message>
  <message>
   <source>%1: its name was not plain text and was cleaned</source>
   <translation>%1: Der Name war kein lesbarer Text und wurde bereinigt</translation>
  </message>
  <message>
   <source>%1: leaf translucency added</source>
   <translation>%1: Lichtdurchlass der Blätter ergänzt</translation>
  </message>
  <message>
   <source>%1: metalness removed</source>
   <translation>%1: Metall entfernt</translation>
  </message>
  <message>
   <source>%1: no UVs; the texture is not mapped</source>
   <translation>%1: keine UVs; die Textur liegt nicht auf</translation>
  </message>
  <message>
   <source>%1: no alpha; plain background removed</source>
   <translation>%1: kein Alpha; einfarbiger Hintergrund entfernt</translation>
  </message>
  <message>
   <source>%1: no faults found.</source>
   <translation>%1: keine Fehler gefunden.</translation>
  </message>
  <message>
   <source>%1: normal slot held a grey image; used as height map</source>
   <translation>%1: im Normalenkanal lag ein graues Bild; als Höhenkarte verwendet</translation>
  </message>
  <message>
   <source>%1: nothing is left to climb where it was planted.</source>
   <translation>%1: wo sie gepflanzt wurde, ist nichts mehr zum Klettern.</translation>
  </message>
  <message>
   <source>%1: nothing to change</source>
   <translation>%1: nichts zu ändern</translation>
  </message>
  <message>
   <source>%1: off</source>
   <translation>%1: aus</translation>
  </message>
  <message>
   <source>%1: on</source>
   <translation>%1: ein</translation>
  </message>
  <message>
   <source>%1: roughness raised to that of bark</source>
   <translation>%1: Rauheit auf die von Rinde angehoben</translation>
  </message>
  <message>
   <source>%1: roughness set to that of a leaf</source>
   <translation>%1: Rauheit auf die eines Blattes gesetzt</translation>
  </message>
  <message>
   <source>%1: roughness slot held a normal map; moved to the normal slot</source>
   <translation>%1: im Rauheitskanal lag eine Normalenkarte; in den Normalenkanal verschoben</translation>
  </message>
  <message>
   <source>%1: texture reduced from %2 to %3 x %4</source>
   <translation>%1: Textur von %2 auf %3 x %4 verkleinert</translation>
  </message>
  <message>
   <source>%1: the date or time is not one; it was set to midsummer</source>
   <translation>%1: Datum oder Uhrzeit gibt es nicht; auf Mittsommer gesetzt</translation>
  </message>
  <message>
   <source>%1: the plant library has no climber “%2”.</source>
   <translation>%1: die Pflanzenbibliothek hat keine Kletterpflanze „%2“.</translation>
  </message>
  <message>
   <source>%1: the plant library has no species “%2”.</source>
   <translation>%1: die Pflanzenbibliothek hat keine Art „%2“.</translation>
  </message>
  <message>
   <source>%1: too many materials; merged with a similar one</source>
   <translation>%1: zu viele Materialien; mit einem ähnlichen vereint</translation>
  </message>
  <message>
   <source>%1: transmission removed</source>
   <translation>%1: Durchsicht entfernt</translation>
  </message>
  <message>
   <source>%1°</source>
   <translation>%1°</translation>
  </message>
  <message>
   <source>%1° %2</source>
   <translation>%1° %2</translation>
  </message>
  <message numerus="yes">
   <source>%n asset(s) without a licence; see rights.csv</source>
   <translation>
    <numerusform>%n Quelle ohne Lizenz; siehe rights.csv</numerusform>
    <numerusform>%n Quellen ohne Lizenz; siehe rights.csv</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n door(s)</source>
   <translation>
    <numerusform>%n Tür</numerusform>
    <numerusform>%n Türen</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n excluded from this shot</source>
   <translation>
    <numerusform>%n in dieser Aufnahme ausgeschlossen</numerusform>
    <numerusform>%n in dieser Aufnahme ausgeschlossen</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n hidden while working</source>
   <translation>
    <numerusform>%n beim Arbeiten ausgeblendet</numerusform>
    <numerusform>%n beim Arbeiten ausgeblendet</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n item(s)</source>
   <translation>
    <numerusform>%n Objekt</numerusform>
    <numerusform>%n Objekte</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n item(s) selected</source>
   <translation>
    <numerusform>%n Objekt ausgewählt</numerusform>
    <numerusform>%n Objekte ausgewählt</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n material(s)</source>
   <translation>
    <numerusform>%n Material</numerusform>
    <numerusform>%n Materialien</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n part(s)</source>
   <translation>
    <numerusform>%n Teil</numerusform>
    <numerusform>%n Teile</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n part(s) that no shot sees are selected, of %1.</source>
   <translation>
    <numerusform>%n Teil von %1, das keine Aufnahme zeigt, ist ausgewählt.</numerusform>
    <numerusform>%n Teile von %1, die keine Aufnahme zeigt, sind ausgewählt.</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n snag(s)</source>
   <translation>
    <numerusform>%n Mangel</numerusform>
    <numerusform>%n Mängel</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n source file(s) not found: %1 …</source>
   <translation>
    <numerusform>%n Quelldatei nicht gefunden: %1 …</numerusform>
    <numerusform>%n Quelldateien nicht gefunden: %1 …</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n specimen(s)</source>
   <translation>
    <numerusform>%n Solitär</numerusform>
    <numerusform>%n Solitäre</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n step(s)</source>
   <translation>
    <numerusform>%n Stufe</numerusform>
    <numerusform>%n Stufen</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n storey(s)</source>
   <translation>
    <numerusform>%n Geschoss</numerusform>
    <numerusform>%n Geschosse</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n switched off</source>
   <translation>
    <numerusform>%n abgeschaltet</numerusform>
    <numerusform>%n abgeschaltet</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n texture(s) not found</source>
   <translation>
    <numerusform>%n Textur nicht gefunden</numerusform>
    <numerusform>%n Texturen nicht gefunden</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n texture(s) not found beside the file or unreadable:</source>
   <translation>
    <numerusform>%n Textur neben der Datei nicht gefunden oder unlesbar:</numerusform>
    <numerusform>%n Texturen neben der Datei nicht gefunden oder unlesbar:</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n window(s)</source>
   <translation>
    <numerusform>%n Fenster</numerusform>
    <numerusform>%n Fenster</numerusform>
   </translation>
  </message>
  <message>
   <source>%w cannot hold 16 bits per channel</source>
   <translation>%w kann keine 16 Bit je Kanal aufnehmen</translation>
  </message>
  <message>
   <source>%w cannot hold passes</source>
   <translation>%w kann keine Pässe aufnehmen</translation>
  </message>
  <message>
   <source>%w contains no building</source>
   <translation>%w enthält kein Gebäude</translation>
  </message>
  <message>
   <source>%w contains no triangles</source>
   <translation>%w enthält keine Dreiecke</translation>
  </message>
  <message>
   <source>%w contains points or lines and no surfaces: a point cloud cannot be imported</source>
   <translation>%w enthält Punkte oder Linien und keine Flächen: eine Punktwolke kann nicht importiert werden</translation>
  </message>
  <message>
   <source>%w could not be copied (%1)</source>
   <translation>%w konnte nicht kopiert werden (%1)</translation>
  </message>
  <message>
   <source>%w could not be read</source>
   <translation>%w konnte nicht gelesen werden</translation>
  </message>
  <message>
   <source>%w could not be read (%1)</source>
   <translation>%w konnte nicht gelesen werden (%1)</translation>
  </message>
  <message>
   <source>%w could not be saved and is as it was before</source>
   <translation>%w konnte nicht gespeichert werden und ist wie zuvor</translation>
  </message>
  <message>
   <source>%w could not be saved: another program holds it</source>
   <translation>%w konnte nicht gespeichert werden: Ein anderes Programm hält die Datei fest</translation>
  </message>
  <message>
   <source>%w could not be written</source>
   <translation>%w konnte nicht geschrieben werden</translation>
  </message>
  <message>
   <source>%w describes a building without its geometry (%1, %2 entities)</source>
   <translation>%w beschreibt ein Gebäude ohne seine Geometrie (%1, %2 Einträge)</translation>
  </message>
  <message>
   <source>%w does not fit the terrain grid</source>
   <translation>%w passt nicht zum Geländeraster</translation>
  </message>
  <message>
   <source>%w does not have one surface for each material of its model</source>
   <translation>%w hat nicht für jedes Material seines Modells eine Oberfläche</translation>
  </message>
  <message>
   <source>%w ends early, after %1 entities</source>
   <translation>%w endet zu früh, nach %1 Einträgen</translation>
  </message>
  <message>
   <source>%w gives no light: its upper half is black</source>
   <translation>%w gibt kein Licht: die obere Hälfte ist schwarz</translation>
  </message>
  <message>
   <source>%w has %1 x %2 heights, the ground %3 x %4</source>
   <translation>%w hat %1 x %2 Höhen, der Boden %3 x %4</translation>
  </message>
  <message>
   <source>%w has a map projection that cannot be used</source>
   <translation>%w hat eine Kartenprojektion, die nicht verwendet werden kann</translation>
  </message>
  <message>
   <source>%w has an id out of range</source>
   <translation>%w hat eine Nummer außerhalb des Bereichs</translation>
  </message>
  <message>
   <source>%w has an outline of fewer than three points</source>
   <translation>%w hat einen Umriss mit weniger als drei Punkten</translation>
  </message>
  <message>
   <source>%w has an unknown file type</source>
   <translation>%w hat einen unbekannten Dateityp</translation>
  </message>
  <message>
   <source>%w has fewer than two points</source>
   <translation>%w hat weniger als zwei Punkte</translation>
  </message>
  <message>
   <source>%w has no channels R, G and B</source>
   <translation>%w hat keine Kanäle R, G und B</translation>
  </message>
  <message>
   <source>%w has no ground</source>
   <translation>%w hat keinen Boden</translation>
  </message>
  <message>
   <source>%w has no height within the site</source>
   <translation>%w hat auf dem Grundstück keine Höhen</translation>
  </message>
  <message>
   <source>%w has no model</source>
   <translation>%w hat kein Modell</translation>
  </message>
  <message>
   <source>%w has too few heights</source>
   <translation>%w hat zu wenige Höhen</translation>
  </message>
  <message>
   <source>%w has too few points</source>
   <translation>%w hat zu wenige Punkte</translation>
  </message>
  <message>
   <source>%w has two items with the same id</source>
   <translation>%w hat zwei Objekte mit derselben Nummer</translation>
  </message>
  <message>
   <source>%w has two recipes named "%1"</source>
   <translation>%w hat zwei Rezepte namens „%1“</translation>
  </message>
  <message>
   <source>%w is cut off</source>
   <translation>%w ist abgeschnitten</translation>
  </message>
  <message>
   <source>%w is cut off: heights are missing</source>
   <translation>%w ist abgeschnitten: es fehlen Höhen</translation>
  </message>
  <message>
   <source>%w is damaged (%1)</source>
   <translation>%w ist beschädigt (%1)</translation>
  </message>
  <message>
   <source>%w is damaged or not a Thallos project</source>
   <translation>%w ist beschädigt oder kein Thallos-Projekt</translation>
  </message>
  <message>
   <source>%w is damaged: its document cannot be read</source>
   <translation>%w ist beschädigt: das Dokument kann nicht gelesen werden</translation>
  </message>
  <message>
   <source>%w is glTF 1.0, which cannot be imported</source>
   <translation>%w ist glTF 1.0, das nicht importiert werden kann</translation>
  </message>
  <message>
   <source>%w is longer than %1 km</source>
   <translation>%w ist länger als %1 km</translation>
  </message>
  <message>
   <source>%w is not a 360-degree panorama: it must be twice as wide as high</source>
   <translation>%w ist kein 360-Grad-Panorama: es muss doppelt so breit wie hoch sein</translation>
  </message>
  <message>
   <source>%w is not a PNG, JPEG, TIFF, EXR or WebP image</source>
   <translation>%w ist kein Bild in PNG, JPEG, TIFF, EXR oder WebP</translation>
  </message>
  <message>
   <source>%w is not a Radiance image</source>
   <translation>%w ist kein Radiance-Bild</translation>
  </message>
  <message>
   <source>%w is not a STEP file</source>
   <translation>%w ist keine STEP-Datei</translation>
  </message>
  <message>
   <source>%w is not a Thallos project</source>
   <translation>%w ist kein Thallos-Projekt</translation>
  </message>
  <message>
   <source>%w is not a climber</source>
   <translation>%w ist keine Kletterpflanze</translation>
  </message>
  <message>
   <source>%w is not a complete EXR image with R, G and B</source>
   <translation>%w ist kein vollständiges EXR-Bild mit R, G und B</translation>
  </message>
  <message>
   <source>%w is not a readable model</source>
   <translation>%w ist kein lesbares Modell</translation>
  </message>
  <message>
   <source>%w is not a readable model (%1)</source>
   <translation>%w ist kein lesbares Modell (%1)</translation>
  </message>
  <message>
   <source>%w is not a terrain file</source>
   <translation>%w ist keine Geländedatei</translation>
  </message>
  <message>
   <source>%w is not a tree that can be climbed</source>
   <translation>%w ist kein Baum, der erklettert werden kann</translation>
  </message>
  <message>
   <source>%w is not valid JSON</source>
   <translation>%w ist kein gültiges JSON</translation>
  </message>
  <message>
   <source>%w is open elsewhere</source>
   <translation>%w ist anderswo geöffnet</translation>
  </message>
  <message>
   <source>%w is the open project itself</source>
   <translation>%w ist das geöffnete Projekt selbst</translation>
  </message>
  <message>
   <source>%w must be at most 16 384 pixels wide and high</source>
   <translation>%w darf höchstens 16 384 Pixel breit und hoch sein</translation>
  </message>
  <message>
   <source>%w must have 2 to 32 768 rows and columns</source>
   <translation>%w muss 2 bis 32 768 Zeilen und Spalten haben</translation>
  </message>
  <message>
   <source>%w needs a wall or a tree planted singly</source>
   <translation>%w braucht eine Wand oder einen einzeln gepflanzten Baum</translation>
  </message>
  <message>
   <source>%w needs more memory than there is</source>
   <translation>%w braucht mehr Speicher, als da ist</translation>
  </message>
  <message>
   <source>%w replaces a part by a model that is missing</source>
   <translation>%w ersetzt ein Teil durch ein Modell, das fehlt</translation>
  </message>
  <message>
   <source>%w shows nothing: all of it is transparent</source>
   <translation>%w zeigt nichts: alles ist durchsichtig</translation>
  </message>
  <message>
   <source>%w was made with a newer Thallos</source>
   <translation>%w stammt aus einem neueren Thallos</translation>
  </message>
  <message>
   <source>%w: %1 is not plain text</source>
   <translation>%w: %1 ist kein lesbarer Text</translation>
  </message>
  <message>
   <source>%w: %1 must be %2 to %3</source>
   <translation>%w: %1 muss %2 bis %3 sein</translation>
  </message>
  <message>
   <source>%w: cancelled</source>
   <translation>%w: abgebrochen</translation>
  </message>
  <message>
   <source>&amp;Edit</source>
   <translation>&amp;Bearbeiten</translation>
  </message>
  <message>
   <source>&amp;Help</source>
   <translation>&amp;Hilfe</translation>
  </message>
  <message>
   <source>&amp;Items</source>
   <translation>&amp;Objekte</translation>
  </message>
  <message>
   <source>&amp;Project</source>
   <translation>&amp;Projekt</translation>
  </message>
  <message>
   <source>&amp;Tools</source>
   <translation>&amp;Werkzeuge</translation>
  </message>
  <message>
   <source>&amp;View</source>
   <translation>&amp;Ansicht</translation>
  </message>
  <message>
   <source>+%1 m³</source>
   <translation>+%1 m³</translation>
  </message>
  <message>
   <source>+%1 −%2 m³</source>
   <translation>+%1 −%2 m³</translation>
  </message>
  <message>
   <source>, %1 over the ground</source>
   <translation>, %1 über dem Boden</translation>
  </message>
  <message>
   <source>, denoised</source>
   <translation>, entrauscht</translation>
  </message>
  <message>
   <source>0 % = raw, 100 % = full</source>
   <translation>0 % = roh, 100 % = ganz</translation>
  </message>
  <message>
   <source>0 % even, 100 % broken into patches</source>
   <translation>0 % gleichmäßig, 100 % in Flecken aufgelöst</translation>
  </message>
  <message>
   <source>0 % has straight edges, 100 % as feet and wheels leave them</source>
   <translation>Bei 0 % sind die Ränder gerade, bei 100 % so, wie Füße und Räder sie lassen</translation>
  </message>
  <message>
   <source>0 % upright, 100 % square to the ground</source>
   <translation>0 % aufrecht, 100 % rechtwinklig zum Boden</translation>
  </message>
  <message>
   <source>15° clockwise</source>
   <translation>15° im Uhrzeigersinn</translation>
  </message>
  <message>
   <source>15° counter-clockwise</source>
   <translation>15° gegen den Uhrzeigersinn</translation>
  </message>
  <message>
   <source>16 bits per channel</source>
   <translation>16 Bit je Kanal</translation>
  </message>
  <message>
   <source>1° clockwise</source>
   <translation>1° im Uhrzeigersinn</translation>
  </message>
  <message>
   <source>1° counter-clockwise</source>
   <translation>1° gegen den Uhrzeigersinn</translation>
  </message>
  <message>
   <source>32-bit float</source>
   <translation>32-Bit-Gleitkomma</translation>
  </message>
  <message>
   <source>A</source>
   <translation>A</translation>
  </message>
  <message>
   <source>A bracket is not closed</source>
   <translation>Eine Klammer ist nicht geschlossen</translation>
  </message>
  <message>
   <source>A climber needs an upright wall, not a roof or a floor</source>
   <translation>Eine Kletterpflanze braucht eine aufrechte Wand, weder Dach noch Boden</translation>
  </message>
  <message>
   <source>A climber needs bare wall here (windows, doors and eaves are left free)</source>
   <translation>Eine Kletterpflanze braucht hier freie Wand (Fenster, Türen und Traufen bleiben frei)</translation>
  </message>
  <message>
   <source>A grid over the site</source>
   <translation>Ein Raster über dem Grundstück</translation>
  </message>
  <message>
   <source>A landing alone.</source>
   <translation>Nur ein Podest.</translation>
  </message>
  <message>
   <source>A larger site keeps what stands on it</source>
   <translation>Ein größeres Grundstück behält, was darauf steht</translation>
  </message>
  <message>
   <source>A material for these parts alone; others that share theirs stay as they are</source>
   <translation>Ein Material nur für diese Teile; andere mit demselben bleiben, wie sie sind</translation>
  </message>
  <message>
   <source>A model or picture takes more than %1 GB, which no project file can hold</source>
   <translation>Ein Modell oder Bild braucht mehr als %1 GB, das fasst keine Projektdatei</translation>
  </message>
  <message>
   <source>A pad under these parts at the level of their base, beside those of the whole building</source>
   <translation>Eine ebene Fläche unter diesen Teilen in Höhe ihrer Unterkante, neben denen des ganzen Gebäudes</translation>
  </message>
  <message>
   <source>A part of the project is damaged</source>
   <translation>Ein Teil des Projekts ist beschädigt</translation>
  </message>
  <message>
   <source>A part of the project is missing</source>
   <translation>Ein Teil des Projekts fehlt</translation>
  </message>
  <message>
   <source>A part of the project is too large</source>
   <translation>Ein Teil des Projekts ist zu groß</translation>
  </message>
  <message>
   <source>A render is already running. Wait for it, or cancel it at the top right.</source>
   <translation>Es wird schon gerendert. Warten Sie, oder brechen Sie es oben rechts ab.</translation>
  </message>
  <message>
   <source>A render is running</source>
   <translation>Es wird gerendert</translation>
  </message>
  <message>
   <source>A species needs a name</source>
   <translation>Eine Art braucht einen Namen</translation>
  </message>
  <message>
   <source>A text in “%w” has letters that no project file can hold</source>
   <translation>Ein Text in „%w“ enthält Zeichen, die keine Projektdatei fassen kann</translation>
  </message>
  <message>
   <source>A tool shed with faults to practise on; the guide's page Seat goes through them</source>
   <translation>Ein Geräteschuppen mit Fehlern zum Üben; die Seite „Setzen“ des Handbuchs geht sie durch</translation>
  </message>
  <message>
   <source>A wall under the building's edge down into the ground, where it stands clear of it</source>
   <translation>Eine Wand unter dem Rand des Gebäudes bis in den Boden, wo es über ihm steht</translation>
  </message>
  <message>
   <source>A warm lamp behind each window, for dusk; its material's emission makes it brighter or puts it out</source>
   <translation>Eine warme Lampe hinter jedem Fenster für die Dämmerung; die Leuchtdichte ihres Materials macht sie heller oder aus</translation>
  </message>
  <message>
   <source>About Thallos</source>
   <translation>Über Thallos</translation>
  </message>
  <message>
   <source>About and licences</source>
   <translation>Über Thallos und Lizenzen</translation>
  </message>
  <message>
   <source>Above</source>
   <translation>Oben</translation>
  </message>
  <message>
   <source>Above base</source>
   <translation>Über der Unterkante</translation>
  </message>
  <message>
   <source>Across</source>
   <translation>Quer</translation>
  </message>
  <message>
   <source>Add --resample to fit it</source>
   <translation>Mit --resample wird es angepasst</translation>
  </message>
  <message>
   <source>Add a map…</source>
   <translation>Karte hinzufügen …</translation>
  </message>
  <message>
   <source>Add a plant, prop or cut-out from a file</source>
   <translation>Eine Pflanze, Requisite oder einen Ausschnitt aus einer Datei hinzufügen</translation>
  </message>
  <message>
   <source>Add a plant, prop or cut-out from a file to your library</source>
   <translation>Eine Pflanze, Requisite oder einen Ausschnitt aus einer Datei in die Bibliothek aufnehmen</translation>
  </message>
  <message>
   <source>Add a species to the mix, or remove one that is in it</source>
   <translation>Eine Art in die Mischung aufnehmen, oder eine daraus entfernen</translation>
  </message>
  <message>
   <source>Add a species…</source>
   <translation>Art hinzufügen …</translation>
  </message>
  <message>
   <source>Add area</source>
   <translation>Fläche hinzufügen</translation>
  </message>
  <message>
   <source>Add blinds</source>
   <translation>Rollos anbringen</translation>
  </message>
  <message>
   <source>Add cover</source>
   <translation>Belag hinzufügen</translation>
  </message>
  <message>
   <source>Add curtains</source>
   <translation>Vorhänge anbringen</translation>
  </message>
  <message>
   <source>Add legend</source>
   <translation>Legende hinzufügen</translation>
  </message>
  <message>
   <source>Add north arrow, scale bar and the site's name to the plan</source>
   <translation>Nordpfeil, Maßstab und Namen des Grundstücks in den Plan setzen</translation>
  </message>
  <message>
   <source>Add pad</source>
   <translation>Planum hinzufügen</translation>
  </message>
  <message>
   <source>Add plinth</source>
   <translation>Sockel hinzufügen</translation>
  </message>
  <message>
   <source>Add point</source>
   <translation>Punkt hinzufügen</translation>
  </message>
  <message>
   <source>Add slatted blinds</source>
   <translation>Jalousien anbringen</translation>
  </message>
  <message>
   <source>Add steps</source>
   <translation>Stufen einfügen</translation>
  </message>
  <message>
   <source>Add to favourites</source>
   <translation>Zu den Favoriten</translation>
  </message>
  <message>
   <source>Add to group</source>
   <translation>In Gruppe aufnehmen</translation>
  </message>
  <message>
   <source>Add to library</source>
   <translation>In Bibliothek aufnehmen</translation>
  </message>
  <message>
   <source>Add to the selection, or remove from it</source>
   <translation>Zur Auswahl hinzufügen oder daraus entfernen</translation>
  </message>
  <message>
   <source>Add water</source>
   <translation>Wasser hinzufügen</translation>
  </message>
  <message>
   <source>Add what is inside, or remove it when all was selected</source>
   <translation>Hinzufügen, was darin liegt; entfernen, wenn alles schon ausgewählt war</translation>
  </message>
  <message>
   <source>Added to every height; below 0 lowers. Heights above sea level may be brought down to the site's</source>
   <translation>Wird zu jeder Höhe addiert; unter 0 senkt ab. Höhen über dem Meer können auf die des Grundstücks gebracht werden</translation>
  </message>
  <message>
   <source>Age</source>
   <translation>Alter</translation>
  </message>
  <message>
   <source>Age and edges</source>
   <translation>Alter und Kanten</translation>
  </message>
  <message>
   <source>Albedo</source>
   <translation>Albedo</translation>
  </message>
  <message>
   <source>Align</source>
   <translation>Ausrichten</translation>
  </message>
  <message>
   <source>Align to the item selected last</source>
   <translation>Am zuletzt ausgewählten Objekt ausrichten</translation>
  </message>
  <message>
   <source>All commands and gestures on one sheet</source>
   <translation>Alle Befehle und Gesten auf einem Blatt</translation>
  </message>
  <message>
   <source>All kinds</source>
   <translation>Alle Gruppen</translation>
  </message>
  <message>
   <source>All messages since the start, newest first</source>
   <translation>Alle Meldungen seit dem Start, die neuesten zuerst</translation>
  </message>
  <message>
   <source>All round</source>
   <translation>Ringsum</translation>
  </message>
  <message>
   <source>All steps: cut %1 m³ · fill %2 m³ · balance %3 m³</source>
   <translation>Alle Schritte: Abtrag %1 m³ · Auftrag %2 m³ · Bilanz %3 m³</translation>
  </message>
  <message>
   <source>Allowed: %1</source>
   <translation>Erlaubt: %1</translation>
  </message>
  <message>
   <source>Along</source>
   <translation>Längs</translation>
  </message>
  <message>
   <source>Along the twig</source>
   <translation>Am Zweig entlang</translation>
  </message>
  <message>
   <source>Alpha</source>
   <translation>Alpha</translation>
  </message>
  <message>
   <source>Alt+Backspace, double click on the label</source>
   <translation>Alt+Rücktaste, Doppelklick auf die Bezeichnung</translation>
  </message>
  <message>
   <source>Alternate</source>
   <translation>Wechselständig</translation>
  </message>
  <message>
   <source>Amount</source>
   <translation>Menge</translation>
  </message>
  <message>
   <source>An import is already running. Wait for it, or cancel it at the top right.</source>
   <translation>Es wird schon importiert. Warten Sie, oder brechen Sie es oben rechts ab.</translation>
  </message>
  <message>
   <source>An item has no name</source>
   <translation>Ein Objekt hat keinen Namen</translation>
  </message>
  <message>
   <source>An outline needs three points. Delete %1 itself in the list.</source>
   <translation>Ein Umriss braucht drei Punkte. Löschen Sie %1 selbst in der Liste.</translation>
  </message>
  <message>
   <source>Angle</source>
   <translation>Winkel</translation>
  </message>
  <message>
   <source>Angle at the foot</source>
   <translation>Winkel am Fuß</translation>
  </message>
  <message>
   <source>Angle step</source>
   <translation>Winkelschritt</translation>
  </message>
  <message>
   <source>Angle steps</source>
   <translation>Winkelschritte</translation>
  </message>
  <message>
   <source>Another random growth</source>
   <translation>Ein anderer zufälliger Wuchs</translation>
  </message>
  <message>
   <source>Another random layout of the same planting</source>
   <translation>Eine andere zufällige Verteilung derselben Bepflanzung</translation>
  </message>
  <message>
   <source>Another random terrain of the same character</source>
   <translation>Ein anderes zufälliges Gelände derselben Art</translation>
  </message>
  <message>
   <source>Anti-aliased mattes of every item and material</source>
   <translation>Kantengeglättete Masken jedes Objekts und Materials</translation>
  </message>
  <message>
   <source>Any aspect ratio: width for a height of 1</source>
   <translation>Beliebiges Seitenverhältnis: Breite bei einer Höhe von 1</translation>
  </message>
  <message>
   <source>Appearance</source>
   <translation>Darstellung</translation>
  </message>
  <message>
   <source>Appearance, units, threads, memory, shortcuts</source>
   <translation>Darstellung, Einheiten, Threads, Speicher, Tastenkürzel</translation>
  </message>
  <message>
   <source>Apple</source>
   <translation>Apfelbaum</translation>
  </message>
  <message>
   <source>Apply texture</source>
   <translation>Textur anwenden</translation>
  </message>
  <message>
   <source>Apron</source>
   <translation>Randstreifen</translation>
  </message>
  <message>
   <source>Areas with no more noise than this take no more samples; at 0 % all take as many</source>
   <translation>Stellen, die nicht mehr als so viel rauschen, bekommen keine Samples mehr; bei 0 % bekommen alle gleich viele</translation>
  </message>
  <message>
   <source>Arms</source>
   <translation>Arme</translation>
  </message>
  <message>
   <source>Arms to the side</source>
   <translation>Arme seitlich</translation>
  </message>
  <message>
   <source>Arrangement</source>
   <translation>Anordnung</translation>
  </message>
  <message>
   <source>Arrows</source>
   <translation>Pfeiltasten</translation>
  </message>
  <message>
   <source>Arrows with nothing selected</source>
   <translation>Pfeiltasten ohne Auswahl</translation>
  </message>
  <message>
   <source>As a part of the building</source>
   <translation>Als Teil des Gebäudes</translation>
  </message>
  <message>
   <source>As created</source>
   <translation>Wie angelegt</translation>
  </message>
  <message>
   <source>As terrain</source>
   <translation>Als Gelände</translation>
  </message>
  <message>
   <source>As the ground lies</source>
   <translation>Wie das Gelände liegt</translation>
  </message>
  <message>
   <source>As the system</source>
   <translation>Wie das System</translation>
  </message>
  <message>
   <source>Ash</source>
   <translation>Esche</translation>
  </message>
  <message>
   <source>Ashlar limestone</source>
   <translation>Kalkstein, Quader</translation>
  </message>
  <message>
   <source>Aspect ratio</source>
   <translation>Seitenverhältnis</translation>
  </message>
  <message>
   <source>Asphalt</source>
   <translation>Asphalt</translation>
  </message>
  <message>
   <source>Assign material</source>
   <translation>Material zuweisen</translation>
  </message>
  <message>
   <source>At %1: buried by %2</source>
   <translation>Bei %1: %2 im Boden</translation>
  </message>
  <message>
   <source>At %1: floats by %2</source>
   <translation>Bei %1: schwebt um %2</translation>
  </message>
  <message>
   <source>At %1: touches the ground</source>
   <translation>Bei %1: berührt den Boden</translation>
  </message>
  <message>
   <source>At a level</source>
   <translation>Auf einer Höhe</translation>
  </message>
  <message>
   <source>Attached to %1 and moves with it.</source>
   <translation>Gehört zu %1 und bewegt sich damit.</translation>
  </message>
  <message>
   <source>Attenuation</source>
   <translation>Färbungstiefe</translation>
  </message>
  <message>
   <source>Author</source>
   <translation>Urheber</translation>
  </message>
  <message>
   <source>Auto</source>
   <translation>Automatik</translation>
  </message>
  <message>
   <source>Autosave</source>
   <translation>Automatisch sichern</translation>
  </message>
  <message>
   <source>Autumn</source>
   <translation>Herbst</translation>
  </message>
  <message>
   <source>Autumn colour</source>
   <translation>Herbstfarbe</translation>
  </message>
  <message>
   <source>B</source>
   <translation>B</translation>
  </message>
  <message>
   <source>Back to the view before</source>
   <translation>Zurück zur vorigen Ansicht</translation>
  </message>
  <message>
   <source>Backdrop for reflections</source>
   <translation>Hintergrund für Spiegelungen</translation>
  </message>
  <message>
   <source>Backdrops and mist cards are placed in the scene as items</source>
   <translation>Hintergründe und Nebelkarten werden als Objekte aufgestellt</translation>
  </message>
  <message>
   <source>Bag</source>
   <translation>Tasche</translation>
  </message>
  <message>
   <source>Baked textures</source>
   <translation>Gebackene Texturen</translation>
  </message>
  <message>
   <source>Bald</source>
   <translation>Glatze</translation>
  </message>
  <message>
   <source>Ball</source>
   <translation>Kugel</translation>
  </message>
  <message>
   <source>Bamboo</source>
   <translation>Bambus</translation>
  </message>
  <message>
   <source>Bank</source>
   <translation>Wall</translation>
  </message>
  <message>
   <source>Banks</source>
   <translation>Ufer</translation>
  </message>
  <message>
   <source>Bare inside</source>
   <translation>Innen kahl</translation>
  </message>
  <message>
   <source>Bark</source>
   <translation>Rinde</translation>
  </message>
  <message>
   <source>Bark flakes</source>
   <translation>Rindenstücke</translation>
  </message>
  <message>
   <source>Bark mulch</source>
   <translation>Rindenmulch</translation>
  </message>
  <message>
   <source>Base</source>
   <translation>Ansatz</translation>
  </message>
  <message>
   <source>Base colour without light</source>
   <translation>Grundfarbe ohne Licht</translation>
  </message>
  <message>
   <source>Base colour; for glass its tint</source>
   <translation>Grundfarbe; bei Glas seine Tönung</translation>
  </message>
  <message>
   <source>Base level</source>
   <translation>Unterkante</translation>
  </message>
  <message>
   <source>Base levels</source>
   <translation>Unterkanten</translation>
  </message>
  <message>
   <source>Basket</source>
   <translation>Korb</translation>
  </message>
  <message>
   <source>Batter 1 :</source>
   <translation>Böschung 1 :</translation>
  </message>
  <message>
   <source>Batters</source>
   <translation>Böschungen</translation>
  </message>
  <message>
   <source>Bearing</source>
   <translation>Richtung</translation>
  </message>
  <message>
   <source>Bed</source>
   <translation>Grund</translation>
  </message>
  <message>
   <source>Bee hive</source>
   <translation>Bienenstock</translation>
  </message>
  <message>
   <source>Beech</source>
   <translation>Buche</translation>
  </message>
  <message>
   <source>Beech bark</source>
   <translation>Buchenrinde</translation>
  </message>
  <message>
   <source>Beekeeper</source>
   <translation>Imker</translation>
  </message>
  <message>
   <source>Begin</source>
   <translation>Beginnen</translation>
  </message>
  <message>
   <source>Bells</source>
   <translation>Glocken</translation>
  </message>
  <message>
   <source>Belongs to</source>
   <translation>Gehört zu</translation>
  </message>
  <message>
   <source>Bench</source>
   <translation>Bank</translation>
  </message>
  <message>
   <source>Bend</source>
   <translation>Biegen</translation>
  </message>
  <message>
   <source>Bend %1</source>
   <translation>%1 biegen</translation>
  </message>
  <message>
   <source>Bend %1 parts</source>
   <translation>%1 Teile biegen</translation>
  </message>
  <message>
   <source>Bend the parts to an arc of this radius</source>
   <translation>Die Teile zu einem Bogen dieses Radius biegen</translation>
  </message>
  <message>
   <source>Best fit</source>
   <translation>Beste Lage</translation>
  </message>
  <message>
   <source>Bicycle</source>
   <translation>Fahrrad</translation>
  </message>
  <message>
   <source>Billboard, faces the camera</source>
   <translation>Tafel, der Kamera zugewandt</translation>
  </message>
  <message>
   <source>Bin</source>
   <translation>Abfallkorb</translation>
  </message>
  <message>
   <source>Birch</source>
   <translation>Birke</translation>
  </message>
  <message>
   <source>Birch bark</source>
   <translation>Birkenrinde</translation>
  </message>
  <message>
   <source>Birch plywood</source>
   <translation>Birkensperrholz</translation>
  </message>
  <message>
   <source>Black = cut out</source>
   <translation>Schwarz = ausgeschnitten</translation>
  </message>
  <message>
   <source>Black = mirror, white = matt</source>
   <translation>Schwarz = Spiegel, Weiß = matt</translation>
  </message>
  <message>
   <source>Black steel</source>
   <translation>Schwarzstahl</translation>
  </message>
  <message>
   <source>Blades</source>
   <translation>Halme</translation>
  </message>
  <message>
   <source>Bleaching</source>
   <translation>Vergrauung</translation>
  </message>
  <message>
   <source>Blossom</source>
   <translation>Blüte</translation>
  </message>
  <message>
   <source>Blue oat grass</source>
   <translation>Blaustrahlhafer</translation>
  </message>
  <message>
   <source>Board and batten</source>
   <translation>Boden-Deckel-Schalung</translation>
  </message>
  <message>
   <source>Board-marked concrete</source>
   <translation>Beton, brettgeschalt</translation>
  </message>
  <message>
   <source>Bodies with holes or gaps, through which light leaks. Repair welds the edges and closes what is still open.</source>
   <translation>Körper mit Löchern oder Fugen, durch die Licht dringt. Die Abhilfe verschweißt die Kanten und schließt, was noch offen ist.</translation>
  </message>
  <message>
   <source>Bollard lamp</source>
   <translation>Pollerleuchte</translation>
  </message>
  <message>
   <source>Bollard light</source>
   <translation>Pollerleuchte</translation>
  </message>
  <message>
   <source>Book</source>
   <translation>Buch</translation>
  </message>
  <message>
   <source>Bottom</source>
   <translation>Sohle</translation>
  </message>
  <message>
   <source>Boulder</source>
   <translation>Findling</translation>
  </message>
  <message>
   <source>Boulders</source>
   <translation>Findlinge</translation>
  </message>
  <message>
   <source>Bounces</source>
   <translation>Lichtsprünge</translation>
  </message>
  <message>
   <source>Box hedge</source>
   <translation>Buchshecke</translation>
  </message>
  <message>
   <source>Bracken</source>
   <translation>Adlerfarn</translation>
  </message>
  <message>
   <source>Branch angle</source>
   <translation>Zweigwinkel</translation>
  </message>
  <message>
   <source>Branch length</source>
   <translation>Zweiglänge</translation>
  </message>
  <message>
   <source>Branch stubs</source>
   <translation>Aststummel</translation>
  </message>
  <message>
   <source>Branches</source>
   <translation>Zweige</translation>
  </message>
  <message>
   <source>Branches from</source>
   <translation>Zweige ab</translation>
  </message>
  <message>
   <source>Brick, English bond</source>
   <translation>Ziegel, Blockverband</translation>
  </message>
  <message>
   <source>Brick, Flemish bond</source>
   <translation>Ziegel, Gotischer Verband</translation>
  </message>
  <message>
   <source>Brick, herringbone</source>
   <translation>Ziegel, Fischgrät</translation>
  </message>
  <message>
   <source>Brick, stretcher bond</source>
   <translation>Ziegel, Läuferverband</translation>
  </message>
  <message>
   <source>Brimmed hat</source>
   <translation>Hut mit Krempe</translation>
  </message>
  <message>
   <source>Bring everything into view</source>
   <translation>Alles in den Blick bringen</translation>
  </message>
  <message>
   <source>Bring the parts with this fault into view</source>
   <translation>Die Teile mit diesem Fehler ins Bild holen</translation>
  </message>
  <message>
   <source>Bring the selection into view; the saved shot stays</source>
   <translation>Die Auswahl in den Blick bringen; die gespeicherte Aufnahme bleibt</translation>
  </message>
  <message>
   <source>Broadleaf trees</source>
   <translation>Laubbäume</translation>
  </message>
  <message>
   <source>Broken</source>
   <translation>Abgebrochen</translation>
  </message>
  <message>
   <source>Broken stump</source>
   <translation>Gebrochener Stumpf</translation>
  </message>
  <message>
   <source>Broom</source>
   <translation>Ginster</translation>
  </message>
  <message>
   <source>Browse…</source>
   <translation>Durchsuchen …</translation>
  </message>
  <message>
   <source>Brush</source>
   <translation>Bürste</translation>
  </message>
  <message>
   <source>Brushes</source>
   <translation>Pinsel</translation>
  </message>
  <message>
   <source>Brushes work on this layer while it is selected.</source>
   <translation>Solange diese Ebene ausgewählt ist, arbeiten Pinsel auf ihr.</translation>
  </message>
  <message>
   <source>Build</source>
   <translation>Statur</translation>
  </message>
  <message>
   <source>Building the scene…</source>
   <translation>Szene wird aufgebaut …</translation>
  </message>
  <message>
   <source>Buildings</source>
   <translation>Gebäude</translation>
  </message>
  <message>
   <source>Buildings in one grey under a pale sky, to judge form</source>
   <translation>Gebäude in einem Grau unter blassem Himmel, um die Form zu beurteilen</translation>
  </message>
  <message>
   <source>Bump</source>
   <translation>Relief</translation>
  </message>
  <message>
   <source>Bun</source>
   <translation>Knoten</translation>
  </message>
  <message>
   <source>Butterbur</source>
   <translation>Pestwurz</translation>
  </message>
  <message>
   <source>By hand</source>
   <translation>Von Hand</translation>
  </message>
  <message>
   <source>By kind</source>
   <translation>Nach Gruppe</translation>
  </message>
  <message>
   <source>By name</source>
   <translation>Nach Name</translation>
  </message>
  <message>
   <source>By rule and by hand</source>
   <translation>Nach Regel und von Hand</translation>
  </message>
  <message>
   <source>Caches</source>
   <translation>Zwischenspeicher</translation>
  </message>
  <message>
   <source>Camera down and up</source>
   <translation>Kamera nach unten und oben</translation>
  </message>
  <message>
   <source>Camera height above the ground</source>
   <translation>Höhe der Kamera über dem Boden</translation>
  </message>
  <message>
   <source>Camera, light and output of a locked shot stay as they are</source>
   <translation>Kamera, Licht und Ausgabe einer gesperrten Aufnahme bleiben, wie sie sind</translation>
  </message>
  <message>
   <source>Cancel</source>
   <translation>Abbrechen</translation>
  </message>
  <message>
   <source>Cancel it; no file is written</source>
   <translation>Abbrechen; es wird keine Datei geschrieben</translation>
  </message>
  <message>
   <source>Cancel the render and close</source>
   <translation>Rendern abbrechen und schließen</translation>
  </message>
  <message>
   <source>Cancelled</source>
   <translation>Abgebrochen</translation>
  </message>
  <message>
   <source>Cancelled.</source>
   <translation>Abgebrochen.</translation>
  </message>
  <message>
   <source>Cannot divide by 0</source>
   <translation>Durch 0 kann nicht geteilt werden</translation>
  </message>
  <message>
   <source>Cannot open %1. Drop a Thallos project, a model (glTF, OBJ, FBX and others), an image, or terrain (GeoTIFF, ASCII grid, HGT).</source>
   <translation>%1 kann nicht geöffnet werden. Ziehen Sie ein Thallos-Projekt, ein Modell (glTF, OBJ, FBX und andere), ein Bild oder Gelände (GeoTIFF, ASCII-Raster, HGT) hierher.</translation>
  </message>
  <message>
   <source>Cannot read "%1"</source>
   <translation>„%1“ ist nicht verständlich</translation>
  </message>
  <message>
   <source>Cannot read "%1" as a location</source>
   <translation>„%1“ ist kein verständlicher Ort</translation>
  </message>
  <message>
   <source>Cap</source>
   <translation>Mütze</translation>
  </message>
  <message>
   <source>Capsules</source>
   <translation>Kapseln</translation>
  </message>
  <message>
   <source>Carries</source>
   <translation>Trägt</translation>
  </message>
  <message>
   <source>Cedar of Lebanon</source>
   <translation>Libanonzeder</translation>
  </message>
  <message>
   <source>Cedar shingles</source>
   <translation>Zedernschindeln</translation>
  </message>
  <message>
   <source>Centimetres</source>
   <translation>Zentimeter</translation>
  </message>
  <message>
   <source>Centre of the site</source>
   <translation>Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>Centres</source>
   <translation>Mitten</translation>
  </message>
  <message>
   <source>Centres of buildings, plants and figures</source>
   <translation>Mitten von Gebäuden, Pflanzen und Figuren</translation>
  </message>
  <message>
   <source>Centres, east–west</source>
   <translation>Mitten, Ost–West</translation>
  </message>
  <message>
   <source>Centres, north–south</source>
   <translation>Mitten, Nord–Süd</translation>
  </message>
  <message>
   <source>Changes to the model</source>
   <translation>Änderungen am Modell</translation>
  </message>
  <message>
   <source>Charred timber cladding</source>
   <translation>Verkohlte Holzschalung</translation>
  </message>
  <message>
   <source>Check model</source>
   <translation>Modell prüfen</translation>
  </message>
  <message>
   <source>Check model…</source>
   <translation>Modell prüfen …</translation>
  </message>
  <message>
   <source>Check that the folder is writable and the disk is not full</source>
   <translation>Prüfen Sie, ob der Ordner beschreibbar und die Platte nicht voll ist</translation>
  </message>
  <message>
   <source>Check that the folder is writable and the disk is not full, or save under another name</source>
   <translation>Prüfen Sie, ob der Ordner beschreibbar und die Platte nicht voll ist, oder speichern Sie unter einem anderen Namen</translation>
  </message>
  <message>
   <source>Check the folder or whether a drive is connected</source>
   <translation>Prüfen Sie den Ordner oder ob ein Laufwerk verbunden ist</translation>
  </message>
  <message>
   <source>Checking…</source>
   <translation>Wird geprüft …</translation>
  </message>
  <message>
   <source>Cherry</source>
   <translation>Kirschbaum</translation>
  </message>
  <message>
   <source>Choose a folder: missing textures are looked for there by their names</source>
   <translation>Ordner wählen: fehlende Texturen werden dort nach ihren Namen gesucht</translation>
  </message>
  <message>
   <source>Choose a lat-long image</source>
   <translation>Wählen Sie ein Bild in Länge und Breite (2:1)</translation>
  </message>
  <message>
   <source>Choose a place…</source>
   <translation>Ort wählen …</translation>
  </message>
  <message>
   <source>Choose another name</source>
   <translation>Wählen Sie einen anderen Namen</translation>
  </message>
  <message>
   <source>Choose another size or grid</source>
   <translation>Wählen Sie eine andere Größe oder ein anderes Raster</translation>
  </message>
  <message>
   <source>Choose the colour</source>
   <translation>Farbe wählen</translation>
  </message>
  <message>
   <source>Clarity</source>
   <translation>Klarheit</translation>
  </message>
  <message>
   <source>Clay pantiles</source>
   <translation>Hohlpfannen</translation>
  </message>
  <message>
   <source>Clay subsoil</source>
   <translation>Lehmiger Unterboden</translation>
  </message>
  <message>
   <source>Clay view</source>
   <translation>Tonansicht</translation>
  </message>
  <message>
   <source>Clear</source>
   <translation>Leeren</translation>
  </message>
  <message>
   <source>Clear %1</source>
   <translation>%1 leeren</translation>
  </message>
  <message>
   <source>Clear coat</source>
   <translation>Klarlack</translation>
  </message>
  <message>
   <source>Clear glass</source>
   <translation>Klarglas</translation>
  </message>
  <message>
   <source>Clear layer on top</source>
   <translation>Klare Schicht obenauf</translation>
  </message>
  <message>
   <source>Clear sight line</source>
   <translation>Sichtlinie freilegen</translation>
  </message>
  <message>
   <source>Clear the selection; Esc in a pane does the same</source>
   <translation>Auswahl aufheben; Esc in einem Bereich tut dasselbe</translation>
  </message>
  <message>
   <source>Clear the selection; cancel a drag</source>
   <translation>Auswahl aufheben; einen Zug abbrechen</translation>
  </message>
  <message>
   <source>Clear this shot's exclusions</source>
   <translation>Hebt die Ausschlüsse dieser Aufnahme auf</translation>
  </message>
  <message>
   <source>Clear to frosted</source>
   <translation>Klar bis mattiert</translation>
  </message>
  <message>
   <source>Clearing</source>
   <translation>Lichtung</translation>
  </message>
  <message>
   <source>Click</source>
   <translation>Klick</translation>
  </message>
  <message>
   <source>Click a building to level the ground under it</source>
   <translation>Auf ein Gebäude klicken, um den Boden darunter zu ebnen</translation>
  </message>
  <message>
   <source>Click a building: its pad lies under it.</source>
   <translation>Klicken Sie auf ein Gebäude: sein Planum liegt darunter.</translation>
  </message>
  <message>
   <source>Click a door of a building first: the walkway begins at its threshold.</source>
   <translation>Klicken Sie zuerst eine Tür eines Gebäudes an: Der Weg beginnt an ihrer Schwelle.</translation>
  </message>
  <message>
   <source>Click a door: the walkway begins at its threshold</source>
   <translation>Eine Tür anklicken: Der Weg beginnt an ihrer Schwelle</translation>
  </message>
  <message>
   <source>Click a free stretch of wall</source>
   <translation>Klicken Sie auf ein freies Stück Wand</translation>
  </message>
  <message>
   <source>Click a hollow to fill it %1 deep</source>
   <translation>Auf eine Mulde klicken, um sie %1 tief zu füllen</translation>
  </message>
  <message>
   <source>Click a part of a building whose material you want.</source>
   <translation>Klicken Sie ein Gebäudeteil an, dessen Material Sie möchten.</translation>
  </message>
  <message>
   <source>Click a part: the material you work on becomes like its own</source>
   <translation>Ein Teil anklicken: Das bearbeitete Material wird wie seines</translation>
  </message>
  <message>
   <source>Click a plant again to select it alone.</source>
   <translation>Noch einmal auf eine Pflanze klicken, um sie allein auszuwählen.</translation>
  </message>
  <message>
   <source>Click a step to go there; later steps stay until you edit</source>
   <translation>Auf einen Schritt klicken, um dorthin zu gehen; spätere bleiben, bis Sie etwas ändern</translation>
  </message>
  <message>
   <source>Click a wall or a single tree for %1 to climb · elsewhere it stands alone</source>
   <translation>Auf eine Wand oder einen einzelnen Baum klicken, damit %1 daran klettert · anderswo steht sie allein</translation>
  </message>
  <message>
   <source>Click a wall or the trunk of a tree</source>
   <translation>Klicken Sie auf eine Wand oder den Stamm eines Baumes</translation>
  </message>
  <message>
   <source>Click at the centre of the view, when the pointer was not used last</source>
   <translation>Klick in der Mitte der Ansicht, wenn der Zeiger nicht zuletzt benutzt wurde</translation>
  </message>
  <message>
   <source>Click for a line, or double click where you are · Enter ends it · Esc cancels</source>
   <translation>Klicken zieht eine Linie, Doppelklick bleibt an der Stelle · Eingabe beendet · Esc bricht ab</translation>
  </message>
  <message>
   <source>Click point after point · double click or Enter ends it · Backspace removes the last · Esc cancels</source>
   <translation>Punkt für Punkt klicken · Doppelklick oder Enter beendet · Rücktaste entfernt den letzten · Esc bricht ab</translation>
  </message>
  <message>
   <source>Click point after point · double click, Enter or the first point closes · Backspace removes the last · Esc cancels</source>
   <translation>Punkt um Punkt klicken · Doppelklick, Eingabe oder der erste Punkt schließt · Rücktaste entfernt den letzten · Esc bricht ab</translation>
  </message>
  <message>
   <source>Click selects · right drag orbits · middle drag pans · wheel zooms</source>
   <translation>Klick wählt aus · rechts ziehen kreist · Mitte ziehen schiebt · Rad zoomt</translation>
  </message>
  <message>
   <source>Click selects, again for what lies below · Shift adds or removes · drag on empty for a box (Ctrl: lasso) · right drag orbits</source>
   <translation>Klick wählt aus, nochmals das darunter · Umschalt fügt hinzu oder entfernt · ins Leere ziehen rahmt (Strg: Lasso) · rechts ziehen kreist</translation>
  </message>
  <message>
   <source>Click the first point, anywhere</source>
   <translation>Klicken Sie den ersten Punkt, irgendwo</translation>
  </message>
  <message>
   <source>Click the ground inside the site.</source>
   <translation>Klicken Sie auf den Boden im Grundstück.</translation>
  </message>
  <message>
   <source>Click the next point · Shift straight up · Enter keeps · Backspace removes · Esc cancels</source>
   <translation>Nächsten Punkt klicken · Umschalt senkrecht · Eingabe behält · Rücktaste entfernt · Esc bricht ab</translation>
  </message>
  <message>
   <source>Click the plan to place north arrow and scale bar</source>
   <translation>In den Plan klicken, um Nordpfeil und Maßstab zu setzen</translation>
  </message>
  <message>
   <source>Click the points of a stream</source>
   <translation>Die Punkte eines Bachs klicken</translation>
  </message>
  <message>
   <source>Click the trunk of a single tree</source>
   <translation>Klicken Sie auf den Stamm eines einzelnen Baumes</translation>
  </message>
  <message>
   <source>Click to place a bank, or draw its line · Ctrl makes a hollow</source>
   <translation>Klicken setzt einen Wall, oder seine Linie ziehen · Strg macht eine Mulde</translation>
  </message>
  <message>
   <source>Click to place a scale figure, %1 high</source>
   <translation>Klicken, um eine %1 hohe Figur aufzustellen</translation>
  </message>
  <message>
   <source>Click to place the camera at eye height</source>
   <translation>Klicken, um die Kamera in Augenhöhe aufzustellen</translation>
  </message>
  <message>
   <source>Click to place the camera at eye height, %1</source>
   <translation>Klicken, um die Kamera in Augenhöhe aufzustellen, %1</translation>
  </message>
  <message>
   <source>Click to plant %1 · choose the species at the right</source>
   <translation>Klicken, um %1 zu pflanzen · die Art wird rechts gewählt</translation>
  </message>
  <message>
   <source>Click to see all messages</source>
   <translation>Klicken, um alle Meldungen zu sehen</translation>
  </message>
  <message>
   <source>Click where it ends · Esc cancels</source>
   <translation>Klicken, wo er endet · Esc bricht ab</translation>
  </message>
  <message>
   <source>Click where the section begins</source>
   <translation>Klicken, wo der Schnitt beginnt</translation>
  </message>
  <message>
   <source>Climber</source>
   <translation>Kletterpflanze</translation>
  </message>
  <message>
   <source>Climbers</source>
   <translation>Kletterpflanzen</translation>
  </message>
  <message>
   <source>Climbing species</source>
   <translation>Arten, die klettern</translation>
  </message>
  <message>
   <source>Clipped</source>
   <translation>Geschnitten</translation>
  </message>
  <message>
   <source>Clipped yew dome</source>
   <translation>Eibenkuppel, geschnitten</translation>
  </message>
  <message>
   <source>Clocks of the site, with summer time; the sun of every shot follows</source>
   <translation>Uhren am Ort, mit Sommerzeit; die Sonne jeder Aufnahme folgt</translation>
  </message>
  <message>
   <source>Clockwise from the top of the plan to true north, for a site drawn square to the sheet; the sun follows</source>
   <translation>Im Uhrzeigersinn vom oberen Planrand zum wahren Norden, für ein gerade zum Blatt gezeichnetes Grundstück; die Sonne folgt</translation>
  </message>
  <message>
   <source>Close open edges</source>
   <translation>Offene Kanten schließen</translation>
  </message>
  <message>
   <source>Closing now cancels the render; no file is written.</source>
   <translation>Schließen bricht jetzt das Rendern ab; es wird keine Datei geschrieben.</translation>
  </message>
  <message>
   <source>Cloth at both sides of each window</source>
   <translation>Stoff an beiden Seiten jedes Fensters</translation>
  </message>
  <message>
   <source>Cloth let down behind each window</source>
   <translation>Stoff, der hinter jedem Fenster herabgelassen ist</translation>
  </message>
  <message>
   <source>Clothes</source>
   <translation>Kleidung</translation>
  </message>
  <message>
   <source>Cloud cover</source>
   <translation>Bewölkung</translation>
  </message>
  <message>
   <source>Coat</source>
   <translation>Mantel</translation>
  </message>
  <message>
   <source>Coat roughness</source>
   <translation>Lackrauheit</translation>
  </message>
  <message>
   <source>Cob</source>
   <translation>Kolben</translation>
  </message>
  <message>
   <source>Cobbles</source>
   <translation>Feldkiesel</translation>
  </message>
  <message>
   <source>Collect for hand-over</source>
   <translation>Zur Übergabe sammeln</translation>
  </message>
  <message>
   <source>Collect for hand-over…</source>
   <translation>Zur Übergabe sammeln …</translation>
  </message>
  <message numerus="yes">
   <source>Collected %1 and %n file(s)</source>
   <translation>
    <numerusform>%1 und %n Datei gesammelt</numerusform>
    <numerusform>%1 und %n Dateien gesammelt</numerusform>
   </translation>
  </message>
  <message>
   <source>Collecting…</source>
   <translation>Wird gesammelt …</translation>
  </message>
  <message>
   <source>Colour</source>
   <translation>Farbe</translation>
  </message>
  <message>
   <source>Colour map</source>
   <translation>Farbkarte</translation>
  </message>
  <message>
   <source>Colour of the water where it is deep; clear water shows its bed instead</source>
   <translation>Farbe des Wassers, wo es tief ist; klares Wasser zeigt stattdessen seinen Grund</translation>
  </message>
  <message>
   <source>Colour temperature that looks neutral: lower makes the image cooler</source>
   <translation>Farbtemperatur, die neutral wirkt: niedriger macht das Bild kühler</translation>
  </message>
  <message>
   <source>Combine the selection under one name</source>
   <translation>Die Auswahl unter einem Namen zusammenfassen</translation>
  </message>
  <message>
   <source>Command</source>
   <translation>Befehl</translation>
  </message>
  <message>
   <source>Commands and keys</source>
   <translation>Befehle und Tasten</translation>
  </message>
  <message>
   <source>Compensation</source>
   <translation>Korrektur</translation>
  </message>
  <message>
   <source>Cones</source>
   <translation>Zapfen</translation>
  </message>
  <message>
   <source>Conifers</source>
   <translation>Nadelbäume</translation>
  </message>
  <message>
   <source>Continue rendering</source>
   <translation>Weiter rendern</translation>
  </message>
  <message>
   <source>Contrast</source>
   <translation>Kontrast</translation>
  </message>
  <message>
   <source>Contrast around middle grey</source>
   <translation>Kontrast um das Mittelgrau</translation>
  </message>
  <message>
   <source>Copied; it can also be pasted into another project.</source>
   <translation>Kopiert; es kann auch in ein anderes Projekt eingefügt werden.</translation>
  </message>
  <message>
   <source>Copies</source>
   <translation>Kopien</translation>
  </message>
  <message>
   <source>Coping</source>
   <translation>Abdeckung</translation>
  </message>
  <message>
   <source>Coping of</source>
   <translation>Abdeckung aus</translation>
  </message>
  <message>
   <source>Coplanar faces</source>
   <translation>Koplanare Flächen</translation>
  </message>
  <message>
   <source>Copper, patinated</source>
   <translation>Kupfer, patiniert</translation>
  </message>
  <message>
   <source>Copy</source>
   <translation>Kopieren</translation>
  </message>
  <message>
   <source>Copy all</source>
   <translation>Alles kopieren</translation>
  </message>
  <message>
   <source>Copy all messages as text</source>
   <translation>Alle Meldungen als Text kopieren</translation>
  </message>
  <message>
   <source>Copy lens to all shots</source>
   <translation>Objektiv auf alle Aufnahmen</translation>
  </message>
  <message>
   <source>Copy light to all shots</source>
   <translation>Licht auf alle Aufnahmen</translation>
  </message>
  <message>
   <source>Copy saved as %1.</source>
   <translation>Kopie als %1 gespeichert.</translation>
  </message>
  <message>
   <source>Copy the project, its imported assets and a list of licences into one folder</source>
   <translation>Das Projekt, seine importierten Dateien und eine Lizenzliste in einen Ordner kopieren</translation>
  </message>
  <message>
   <source>Copy the selection and delete it</source>
   <translation>Die Auswahl kopieren und löschen</translation>
  </message>
  <message>
   <source>Copy the selection, for this or another project</source>
   <translation>Die Auswahl kopieren, für dieses oder ein anderes Projekt</translation>
  </message>
  <message>
   <source>Copy the shot as it is saved</source>
   <translation>Die Aufnahme kopieren, wie sie gespeichert ist</translation>
  </message>
  <message>
   <source>Copy the view, as it is now, to the clipboard</source>
   <translation>Die Ansicht, wie sie jetzt ist, in die Zwischenablage kopieren</translation>
  </message>
  <message>
   <source>Copy view as image</source>
   <translation>Ansicht als Bild kopieren</translation>
  </message>
  <message>
   <source>Corners</source>
   <translation>Ecken</translation>
  </message>
  <message>
   <source>Corners of buildings and outlines</source>
   <translation>Ecken von Gebäuden und Umrissen</translation>
  </message>
  <message>
   <source>Correct verticals: turn tilt into lens shift</source>
   <translation>Stürzende Linien richten: aus Neigung wird Shift</translation>
  </message>
  <message>
   <source>Corrugated steel</source>
   <translation>Wellblech</translation>
  </message>
  <message>
   <source>Cost of one of its pixels relative to the average</source>
   <translation>Aufwand eines ihrer Pixel im Verhältnis zum Durchschnitt</translation>
  </message>
  <message>
   <source>Cost per pixel</source>
   <translation>Aufwand je Pixel</translation>
  </message>
  <message>
   <source>Could not remove %1.</source>
   <translation>%1 konnte nicht entfernt werden.</translation>
  </message>
  <message>
   <source>Could not save %1: %2.</source>
   <translation>%1 konnte nicht gespeichert werden: %2.</translation>
  </message>
  <message>
   <source>Could not save the species: %1.</source>
   <translation>Die Art konnte nicht gespeichert werden: %1.</translation>
  </message>
  <message>
   <source>Count</source>
   <translation>Anzahl</translation>
  </message>
  <message>
   <source>Counter-clockwise, seen from above</source>
   <translation>Gegen den Uhrzeigersinn, von oben gesehen</translation>
  </message>
  <message>
   <source>Cover</source>
   <translation>Belag</translation>
  </message>
  <message>
   <source>Cover that the brush paints; a new one gets its material in the rows below</source>
   <translation>Belag, den der Pinsel malt; ein neuer bekommt sein Material in den Zeilen darunter</translation>
  </message>
  <message>
   <source>Covers</source>
   <translation>Beläge</translation>
  </message>
  <message>
   <source>Covers of the ground in their own colours</source>
   <translation>Beläge des Geländes in ihren eigenen Farben</translation>
  </message>
  <message>
   <source>Cow parsley</source>
   <translation>Wiesenkerbel</translation>
  </message>
  <message>
   <source>Cracked mud</source>
   <translation>Rissiger Schlamm</translation>
  </message>
  <message>
   <source>Create project</source>
   <translation>Projekt anlegen</translation>
  </message>
  <message>
   <source>Crookedness</source>
   <translation>Krummheit</translation>
  </message>
  <message>
   <source>Cropped to the visible part</source>
   <translation>Auf den sichtbaren Teil zugeschnitten</translation>
  </message>
  <message>
   <source>Crossfall</source>
   <translation>Quergefälle</translation>
  </message>
  <message>
   <source>Crown</source>
   <translation>Krone</translation>
  </message>
  <message>
   <source>Crushed rock</source>
   <translation>Schotter</translation>
  </message>
  <message>
   <source>Crushed stone</source>
   <translation>Splitt</translation>
  </message>
  <message>
   <source>Ctrl in a drag</source>
   <translation>Strg beim Ziehen</translation>
  </message>
  <message>
   <source>Ctrl+drag on empty</source>
   <translation>Strg+Ziehen ins Leere</translation>
  </message>
  <message>
   <source>Ctrl+right drag</source>
   <translation>Strg+rechts ziehen</translation>
  </message>
  <message>
   <source>Cup</source>
   <translation>Schale</translation>
  </message>
  <message>
   <source>Curl</source>
   <translation>Einrollung</translation>
  </message>
  <message>
   <source>Current view, not saved in the shot</source>
   <translation>Aktuelle Ansicht, nicht in der Aufnahme gespeichert</translation>
  </message>
  <message>
   <source>Curve</source>
   <translation>Krümmung</translation>
  </message>
  <message>
   <source>Curved</source>
   <translation>Geschwungen</translation>
  </message>
  <message>
   <source>Cushion</source>
   <translation>Polster</translation>
  </message>
  <message>
   <source>Cushion moss</source>
   <translation>Polstermoos</translation>
  </message>
  <message>
   <source>Custom</source>
   <translation>Eigenes</translation>
  </message>
  <message>
   <source>Cut</source>
   <translation>Ausschneiden</translation>
  </message>
  <message>
   <source>Cut %1 m³ · fill %2 m³ · balance %3 m³</source>
   <translation>Abtrag %1 m³ · Auftrag %2 m³ · Bilanz %3 m³</translation>
  </message>
  <message>
   <source>Cut and fill</source>
   <translation>Ab- und Auftrag</translation>
  </message>
  <message>
   <source>Cut batter 1 :</source>
   <translation>Böschung im Abtrag 1 :</translation>
  </message>
  <message>
   <source>Cut out by the alpha of the image</source>
   <translation>Nach dem Alpha des Bildes ausgeschnitten</translation>
  </message>
  <message>
   <source>Daisy</source>
   <translation>Korbblüte</translation>
  </message>
  <message>
   <source>Dark parts</source>
   <translation>Dunkle Teile</translation>
  </message>
  <message>
   <source>Date</source>
   <translation>Datum</translation>
  </message>
  <message>
   <source>Date, time, haze and cloud; locked shots stay</source>
   <translation>Datum, Uhrzeit, Dunst und Wolken; gesperrte Aufnahmen bleiben</translation>
  </message>
  <message>
   <source>Date; sets how high the sun climbs</source>
   <translation>Datum; bestimmt, wie hoch die Sonne steigt</translation>
  </message>
  <message>
   <source>Daylight</source>
   <translation>Tageslicht</translation>
  </message>
  <message>
   <source>Dead wood</source>
   <translation>Totholz</translation>
  </message>
  <message>
   <source>Decide later</source>
   <translation>Später entscheiden</translation>
  </message>
  <message>
   <source>Degenerate faces</source>
   <translation>Entartete Flächen</translation>
  </message>
  <message>
   <source>Delete</source>
   <translation>Löschen</translation>
  </message>
  <message>
   <source>Delete %1</source>
   <translation>%1 löschen</translation>
  </message>
  <message>
   <source>Delete %1 parts</source>
   <translation>%1 Teile löschen</translation>
  </message>
  <message>
   <source>Delete shot</source>
   <translation>Aufnahme löschen</translation>
  </message>
  <message>
   <source>Delete the building instead</source>
   <translation>Löschen Sie stattdessen das Gebäude</translation>
  </message>
  <message>
   <source>Delete the item, or undo what brought it, and save again</source>
   <translation>Löschen Sie das Element oder machen Sie rückgängig, was es gebracht hat, und speichern Sie erneut</translation>
  </message>
  <message>
   <source>Delete the selection and what depends on it</source>
   <translation>Die Auswahl löschen und was davon abhängt</translation>
  </message>
  <message>
   <source>Delete the shot shown</source>
   <translation>Die gezeigte Aufnahme löschen</translation>
  </message>
  <message>
   <source>Deleted %1 and what depended on it: %2. Undo with %3.</source>
   <translation>%1 gelöscht und was davon abhing: %2. Rückgängig mit %3.</translation>
  </message>
  <message>
   <source>Deleted %1. Undo with %2.</source>
   <translation>%1 gelöscht. Rückgängig mit %2.</translation>
  </message>
  <message>
   <source>Deleted 1 × %1. Undo with %2.</source>
   <translation>1 × %1 gelöscht. Rückgängig mit %2.</translation>
  </message>
  <message>
   <source>Deletes baked textures; they are made again when needed</source>
   <translation>Löscht gebackene Texturen; bei Bedarf entstehen sie neu</translation>
  </message>
  <message>
   <source>Deletes thumbnails of recent projects; they are made again when the projects are saved</source>
   <translation>Löscht die Vorschaubilder; sie entstehen neu, wenn die Projekte gespeichert werden</translation>
  </message>
  <message>
   <source>Denoise</source>
   <translation>Entrauschen</translation>
  </message>
  <message>
   <source>Density</source>
   <translation>Dichte</translation>
  </message>
  <message>
   <source>Depth</source>
   <translation>Tiefe</translation>
  </message>
  <message>
   <source>Depth (south–north)</source>
   <translation>Tiefe (Süd–Nord)</translation>
  </message>
  <message>
   <source>Depth of joints and grain; negative inverts</source>
   <translation>Tiefe von Fugen und Maserung; negativ kehrt um</translation>
  </message>
  <message>
   <source>Depth of the bottom under the ground</source>
   <translation>Tiefe der Sohle unter dem Gelände</translation>
  </message>
  <message>
   <source>Depth of the level place before the door</source>
   <translation>Tiefe der ebenen Fläche vor der Tür</translation>
  </message>
  <message>
   <source>Depth of the ruts that wheels leave; 0 has none</source>
   <translation>Tiefe der Spuren, die Räder lassen; bei 0 keine</translation>
  </message>
  <message>
   <source>Depth of the water</source>
   <translation>Tiefe des Wassers</translation>
  </message>
  <message>
   <source>Depth of the water in its middle</source>
   <translation>Tiefe des Wassers in seiner Mitte</translation>
  </message>
  <message>
   <source>Depth per dab</source>
   <translation>Tiefe je Tupfer</translation>
  </message>
  <message>
   <source>Detach second pane</source>
   <translation>Zweiten Bereich ablösen</translation>
  </message>
  <message>
   <source>Digits in a drag</source>
   <translation>Ziffern beim Ziehen</translation>
  </message>
  <message>
   <source>Direct, indirect, reflection, transmission, emission, haze, background; they sum to the image</source>
   <translation>Direkt, indirekt, Spiegelung, Durchsicht, Leuchten, Dunst, Hintergrund; zusammen ergeben sie das Bild</translation>
  </message>
  <message>
   <source>Direction that the slope falls to, clockwise from north</source>
   <translation>Richtung, in die der Hang fällt, im Uhrzeigersinn ab Nord</translation>
  </message>
  <message>
   <source>Direction the camera looks, clockwise from north</source>
   <translation>Blickrichtung der Kamera, im Uhrzeigersinn ab Norden</translation>
  </message>
  <message>
   <source>Direction the figure faces, counter-clockwise</source>
   <translation>Richtung, in die die Figur blickt, gegen den Uhrzeigersinn</translation>
  </message>
  <message>
   <source>Dirt that runs down below sills and copings; times the building's age</source>
   <translation>Schmutz, der unter Fensterbänken und Abdeckungen herabläuft; mal Alter des Gebäudes</translation>
  </message>
  <message>
   <source>Discard</source>
   <translation>Verwerfen</translation>
  </message>
  <message>
   <source>Discard changes</source>
   <translation>Änderungen verwerfen</translation>
  </message>
  <message>
   <source>Discard the render</source>
   <translation>Bild verwerfen</translation>
  </message>
  <message>
   <source>Dismiss</source>
   <translation>Schließen</translation>
  </message>
  <message>
   <source>Dismiss the message</source>
   <translation>Die Meldung schließen</translation>
  </message>
  <message>
   <source>Dissolve the group, keep its items</source>
   <translation>Die Gruppe auflösen, ihre Objekte behalten</translation>
  </message>
  <message>
   <source>Distance</source>
   <translation>Abstand</translation>
  </message>
  <message>
   <source>Distance at which haze hides everything</source>
   <translation>Entfernung, ab der Dunst alles verhüllt</translation>
  </message>
  <message>
   <source>Distance between heights of the ground; finer takes more memory</source>
   <translation>Abstand der Höhen des Bodens; feiner braucht mehr Speicher</translation>
  </message>
  <message>
   <source>Distance from copy to copy, across the building</source>
   <translation>Abstand von Kopie zu Kopie, quer zum Gebäude</translation>
  </message>
  <message>
   <source>Distance from copy to copy, along the building</source>
   <translation>Abstand von Kopie zu Kopie, längs zum Gebäude</translation>
  </message>
  <message>
   <source>Distance from copy to copy, upwards: a stack</source>
   <translation>Abstand von Kopie zu Kopie nach oben: ein Stapel</translation>
  </message>
  <message>
   <source>Distance from one hill to the next</source>
   <translation>Abstand von einem Hügel zum nächsten</translation>
  </message>
  <message>
   <source>Distance from the wall</source>
   <translation>Wandabstand</translation>
  </message>
  <message>
   <source>Distance in metres</source>
   <translation>Entfernung in Metern</translation>
  </message>
  <message>
   <source>Distance of one arrow key; Shift ten times, Ctrl a tenth</source>
   <translation>Weite einer Pfeiltaste; Umschalt zehnfach, Strg ein Zehntel</translation>
  </message>
  <message>
   <source>Distribute</source>
   <translation>Verteilen</translation>
  </message>
  <message>
   <source>Ditch</source>
   <translation>Graben</translation>
  </message>
  <message>
   <source>Divisions</source>
   <translation>Teilungen</translation>
  </message>
  <message>
   <source>Dog rose</source>
   <translation>Hundsrose</translation>
  </message>
  <message>
   <source>Dogwood</source>
   <translation>Hartriegel</translation>
  </message>
  <message>
   <source>Door gauge, %1</source>
   <translation>Türlehre, %1</translation>
  </message>
  <message>
   <source>Double click or F2 to rename</source>
   <translation>Doppelklick oder F2 zum Umbenennen</translation>
  </message>
  <message>
   <source>Drag a point, click the line for another, or click elsewhere to draw one more</source>
   <translation>Punkt ziehen, auf die Linie klicken für einen weiteren, anderswo klicken zeichnet ein weiteres Objekt</translation>
  </message>
  <message>
   <source>Drag a point, click the outline for another · Shift draws one more area</source>
   <translation>Punkt ziehen, auf den Umriss klicken für einen neuen · Umschalt zeichnet eine weitere Fläche</translation>
  </message>
  <message>
   <source>Drag a rectangle to refine only it · click to clear</source>
   <translation>Rechteck ziehen, um nur dieses zu verfeinern · Klick hebt auf</translation>
  </message>
  <message>
   <source>Drag along: two wheels leave their ruts</source>
   <translation>Ziehen: Zwei Räder lassen ihre Spuren</translation>
  </message>
  <message>
   <source>Drag an item or a handle</source>
   <translation>Ein Objekt oder einen Griff ziehen</translation>
  </message>
  <message>
   <source>Drag from one end of a ramp to the other; the ground runs straight between their heights · %1</source>
   <translation>Von einem Ende einer Rampe zum anderen ziehen; zwischen deren Höhen verläuft das Gelände gerade · %1</translation>
  </message>
  <message>
   <source>Drag it, or: E N axes · arrow height · ring rotate · square scale · Shift+diamond pivot · arrow keys nudge</source>
   <translation>Ziehen, oder: E N Achsen · Pfeil Höhe · Ring drehen · Quadrat skalieren · Umschalt+Raute Drehpunkt · Pfeiltasten rücken</translation>
  </message>
  <message>
   <source>Drag on empty</source>
   <translation>Ins Leere ziehen</translation>
  </message>
  <message>
   <source>Drag onto a building part, or press Enter to assign it to the material in the inspector.</source>
   <translation>Auf ein Bauteil ziehen, oder Eingabe, um es dem Material rechts zuzuweisen.</translation>
  </message>
  <message>
   <source>Drag over banks: they slide until they stand · %1</source>
   <translation>Über Böschungen ziehen: Sie rutschen, bis sie stehen · %1</translation>
  </message>
  <message>
   <source>Drag the point · Del removes it · click the line for another</source>
   <translation>Punkt ziehen · Entf entfernt ihn · Klick auf die Linie setzt einen weiteren</translation>
  </message>
  <message>
   <source>Drag to keep the ground from brushes · Ctrl releases it · %1</source>
   <translation>Ziehen schützt das Gelände vor Pinseln · Strg gibt es frei · %1</translation>
  </message>
  <message>
   <source>Drag to level to %1 · Shift+click picks another height · %2</source>
   <translation>Ziehen ebnet auf %1 · Umschalt+Klick nimmt eine andere Höhe · %2</translation>
  </message>
  <message>
   <source>Drag to look around · W A S D walk · wheel zooms · %1 updates the shot · %2 reverts</source>
   <translation>Ziehen, um sich umzusehen · W A S D gehen · Rad zoomt · %1 übernimmt · %2 verwirft</translation>
  </message>
  <message>
   <source>Drag to lower · Ctrl raises · %1</source>
   <translation>Ziehen senkt · Strg hebt · %1</translation>
  </message>
  <message>
   <source>Drag to move the terrain under the site</source>
   <translation>Ziehen, um das Gelände unter dem Grundstück zu schieben</translation>
  </message>
  <message>
   <source>Drag to paint · Ctrl wipes it off · %1</source>
   <translation>Ziehen malt · Strg wischt weg · %1</translation>
  </message>
  <message>
   <source>Drag to raise · Ctrl lowers · %1</source>
   <translation>Ziehen hebt · Strg senkt · %1</translation>
  </message>
  <message>
   <source>Drag to roughen · Ctrl smooths · %1</source>
   <translation>Ziehen raut auf · Strg glättet · %1</translation>
  </message>
  <message>
   <source>Drag to smooth · Ctrl roughens · %1</source>
   <translation>Ziehen glättet · Strg raut auf · %1</translation>
  </message>
  <message>
   <source>Drag to take sculpting back · %1</source>
   <translation>Ziehen nimmt Modelliertes zurück · %1</translation>
  </message>
  <message>
   <source>Drag to turn, wheel to zoom; Left, Right, Plus and Minus do the same</source>
   <translation>Ziehen dreht, das Rad zoomt; Links, Rechts, Plus und Minus ebenso</translation>
  </message>
  <message>
   <source>Draw a bank or a hollow that stays a step of its own</source>
   <translation>Einen Wall oder eine Mulde zeichnen, die ein eigener Schritt bleibt</translation>
  </message>
  <message>
   <source>Draw a line and read the ground along it, as it is and as it was</source>
   <translation>Eine Linie ziehen und das Gelände daran ablesen, wie es ist und wie es war</translation>
  </message>
  <message>
   <source>Draw a path · an end on a building joins its door there</source>
   <translation>Einen Weg zeichnen · ein Ende an einem Gebäude schließt an dessen Tür an</translation>
  </message>
  <message>
   <source>Draw a path, track, lane or road that grades the ground</source>
   <translation>Einen Fußweg, Fahrweg oder eine Straße zeichnen, die das Gelände anpasst</translation>
  </message>
  <message>
   <source>Draw a pool or a raised basin: water between vertical walls</source>
   <translation>Ein Becken oder Hochbecken zeichnen: Wasser zwischen senkrechten Mauern</translation>
  </message>
  <message>
   <source>Draw a retaining wall, wall, kerb, ditch, steps or ramp</source>
   <translation>Stützmauer, Mauer, Bordstein, Graben, Treppe oder Rampe zeichnen</translation>
  </message>
  <message>
   <source>Draw a stream: it cuts its channel, and its water falls along it</source>
   <translation>Einen Bach zeichnen: er gräbt sein Bett, und sein Wasser fällt darin</translation>
  </message>
  <message>
   <source>Draw a walkway from a door: level before it, then at an even slope</source>
   <translation>Einen Weg von einer Tür zeichnen: davor eben, dann mit gleichmäßigem Gefälle</translation>
  </message>
  <message>
   <source>Draw a wall, kerb, ditch, steps or ramp · choose which at the right</source>
   <translation>Mauer, Bordstein, Graben, Treppe oder Rampe zeichnen · rechts wählen, was es wird</translation>
  </message>
  <message>
   <source>Draw an area and plant it</source>
   <translation>Eine Fläche zeichnen und bepflanzen</translation>
  </message>
  <message>
   <source>Draw an area of %1 · choose the planting at the right</source>
   <translation>Eine Fläche %1 zeichnen · die Bepflanzung wird rechts gewählt</translation>
  </message>
  <message>
   <source>Draw an area to keep free of plants</source>
   <translation>Eine Fläche zeichnen, die frei von Pflanzen bleibt</translation>
  </message>
  <message>
   <source>Draw bank</source>
   <translation>Wall zeichnen</translation>
  </message>
  <message>
   <source>Draw clearing</source>
   <translation>Lichtung zeichnen</translation>
  </message>
  <message>
   <source>Draw drift</source>
   <translation>Drift zeichnen</translation>
  </message>
  <message>
   <source>Draw path</source>
   <translation>Weg zeichnen</translation>
  </message>
  <message>
   <source>Draw pool</source>
   <translation>Becken zeichnen</translation>
  </message>
  <message>
   <source>Draw stream</source>
   <translation>Bach zeichnen</translation>
  </message>
  <message>
   <source>Draw terrace</source>
   <translation>Terrasse zeichnen</translation>
  </message>
  <message>
   <source>Draw the area to level, corner by corner</source>
   <translation>Die Fläche zeichnen, die eben werden soll, Ecke für Ecke</translation>
  </message>
  <message>
   <source>Draw the outside of a pool, corner by corner</source>
   <translation>Außenkante eines Beckens Ecke für Ecke zeichnen</translation>
  </message>
  <message>
   <source>Draw walkway</source>
   <translation>Weg zeichnen</translation>
  </message>
  <message>
   <source>Draw wall</source>
   <translation>Mauer zeichnen</translation>
  </message>
  <message>
   <source>Drawn</source>
   <translation>Zugezogen</translation>
  </message>
  <message>
   <source>Drift</source>
   <translation>Drift</translation>
  </message>
  <message>
   <source>Droop</source>
   <translation>Hängen</translation>
  </message>
  <message>
   <source>Drop</source>
   <translation>Absetzen</translation>
  </message>
  <message>
   <source>Drop %1 onto a part of a building to use it as a texture.</source>
   <translation>Ziehen Sie %1 auf ein Bauteil, um es als Textur zu verwenden.</translation>
  </message>
  <message>
   <source>Drop %1 onto a part of a building.</source>
   <translation>Ziehen Sie %1 auf ein Bauteil.</translation>
  </message>
  <message>
   <source>Drop to the ground</source>
   <translation>Auf den Boden absetzen</translation>
  </message>
  <message>
   <source>Dry-stone wall</source>
   <translation>Trockenmauer</translation>
  </message>
  <message>
   <source>Dry-stone walling</source>
   <translation>Trockenmauerwerk</translation>
  </message>
  <message>
   <source>Duplicate</source>
   <translation>Duplizieren</translation>
  </message>
  <message>
   <source>Duplicate faces</source>
   <translation>Doppelte Flächen</translation>
  </message>
  <message>
   <source>Duplicate shot</source>
   <translation>Aufnahme duplizieren</translation>
  </message>
  <message>
   <source>E</source>
   <translation>E</translation>
  </message>
  <message>
   <source>E, N, U in a drag</source>
   <translation>E, N, U beim Ziehen</translation>
  </message>
  <message>
   <source>EV100</source>
   <translation>EV100</translation>
  </message>
  <message>
   <source>Ear</source>
   <translation>Ähre</translation>
  </message>
  <message>
   <source>Early spring</source>
   <translation>Vorfrühling</translation>
  </message>
  <message>
   <source>East</source>
   <translation>Ost</translation>
  </message>
  <message>
   <source>East edges</source>
   <translation>Ostkanten</translation>
  </message>
  <message>
   <source>East–west</source>
   <translation>Ost–West</translation>
  </message>
  <message>
   <source>Edges</source>
   <translation>Kanten</translation>
  </message>
  <message>
   <source>Edit the name in the list</source>
   <translation>Den Namen in der Liste ändern</translation>
  </message>
  <message>
   <source>Elbows</source>
   <translation>Ellbogen</translation>
  </message>
  <message>
   <source>Elder</source>
   <translation>Holunder</translation>
  </message>
  <message>
   <source>Elevation</source>
   <translation>Meereshöhe</translation>
  </message>
  <message>
   <source>Emission</source>
   <translation>Leuchten</translation>
  </message>
  <message>
   <source>End grain</source>
   <translation>Hirnholz</translation>
  </message>
  <message>
   <source>Enlarge it to the terrain</source>
   <translation>Auf das Gelände vergrößern</translation>
  </message>
  <message>
   <source>Enter</source>
   <translation>Eingabe</translation>
  </message>
  <message>
   <source>Enter a name.</source>
   <translation>Geben Sie einen Namen ein.</translation>
  </message>
  <message>
   <source>Enter a number</source>
   <translation>Geben Sie eine Zahl ein</translation>
  </message>
  <message>
   <source>Esc</source>
   <translation>Esc</translation>
  </message>
  <message>
   <source>Estimate</source>
   <translation>Schätzung</translation>
  </message>
  <message>
   <source>Evergreen</source>
   <translation>Immergrün</translation>
  </message>
  <message numerus="yes">
   <source>Every part is seen in one of %n shot(s).</source>
   <translation>
    <numerusform>Die eine Aufnahme zeigt jedes Teil.</numerusform>
    <numerusform>Jedes Teil ist in einer der %n Aufnahmen zu sehen.</numerusform>
   </translation>
  </message>
  <message>
   <source>Exclude from shot</source>
   <translation>Aus der Aufnahme ausschließen</translation>
  </message>
  <message>
   <source>Exclude from this shot</source>
   <translation>Aus dieser Aufnahme ausschließen</translation>
  </message>
  <message>
   <source>Export it again with geometry, best as IFC 2x3 or IFC 4 reference view</source>
   <translation>Exportieren Sie sie erneut mit Geometrie, am besten als IFC 2x3 oder IFC 4 Reference View</translation>
  </message>
  <message>
   <source>Export it again, best as glTF (.glb)</source>
   <translation>Exportieren Sie es neu, am besten als glTF (.glb)</translation>
  </message>
  <message>
   <source>Export it as glTF 2.0</source>
   <translation>Exportieren Sie es als glTF 2.0</translation>
  </message>
  <message>
   <source>Export it in metres</source>
   <translation>Exportieren Sie es in Metern</translation>
  </message>
  <message>
   <source>Export or copy it once more</source>
   <translation>Exportieren oder kopieren Sie die Datei noch einmal</translation>
  </message>
  <message>
   <source>Export the terrain again as GeoTIFF</source>
   <translation>Exportieren Sie das Gelände neu als GeoTIFF</translation>
  </message>
  <message>
   <source>Exposed aggregate</source>
   <translation>Waschbeton</translation>
  </message>
  <message>
   <source>Exposure</source>
   <translation>Belichtung</translation>
  </message>
  <message>
   <source>Exposure compensation, in stops: brighter or darker</source>
   <translation>Belichtungskorrektur in Blenden: heller oder dunkler</translation>
  </message>
  <message>
   <source>Exposure value at ISO 100; setting it makes the exposure manual</source>
   <translation>Lichtwert bei ISO 100; ihn zu setzen macht die Belichtung manuell</translation>
  </message>
  <message>
   <source>Extra</source>
   <translation>Zubehör</translation>
  </message>
  <message>
   <source>Eye height</source>
   <translation>Augenhöhe</translation>
  </message>
  <message>
   <source>Faces</source>
   <translation>Flächen</translation>
  </message>
  <message>
   <source>Faces of two parts in one plane, which flicker. Repair brings the smaller one forward.</source>
   <translation>Flächen zweier Teile in einer Ebene; sie flimmern. Die Abhilfe rückt die kleinere nach vorn.</translation>
  </message>
  <message>
   <source>Faces that are shaded from the wrong side. Repair computes normals anew; edges sharper than the angle stay sharp.</source>
   <translation>Flächen, die von der falschen Seite schattiert werden. Die Abhilfe berechnet die Normalen neu; Kanten, die schärfer als der Winkel sind, bleiben scharf.</translation>
  </message>
  <message>
   <source>Faces that are there twice and flicker. Repair keeps one of each.</source>
   <translation>Flächen, die doppelt da sind und flimmern. Die Abhilfe behält je eine.</translation>
  </message>
  <message>
   <source>Faces the camera</source>
   <translation>Zur Kamera gewandt</translation>
  </message>
  <message>
   <source>Faces whose front looks into the body: glass and light are wrong there. Repair turns them.</source>
   <translation>Flächen, deren Vorderseite nach innen zeigt: Glas und Licht sind dort falsch. Die Abhilfe dreht sie um.</translation>
  </message>
  <message>
   <source>Faces without area. Repair welds vertices that are this close and removes what has no area.</source>
   <translation>Flächen ohne Inhalt. Die Abhilfe verschweißt Punkte, die so nah beieinander liegen, und entfernt, was keinen Inhalt hat.</translation>
  </message>
  <message>
   <source>Facing</source>
   <translation>Ausrichtung</translation>
  </message>
  <message>
   <source>Facing within</source>
   <translation>Ausrichtung im Sektor</translation>
  </message>
  <message>
   <source>Fair-faced concrete</source>
   <translation>Sichtbeton</translation>
  </message>
  <message>
   <source>Fall</source>
   <translation>Gefälle</translation>
  </message>
  <message>
   <source>Fall across it to the right, so that water runs off</source>
   <translation>Gefälle quer nach rechts, damit Wasser abläuft</translation>
  </message>
  <message>
   <source>Fallen</source>
   <translation>Umgestürzt</translation>
  </message>
  <message>
   <source>Fallen beech leaves</source>
   <translation>Gefallenes Buchenlaub</translation>
  </message>
  <message>
   <source>Fallen birch leaves</source>
   <translation>Gefallenes Birkenlaub</translation>
  </message>
  <message>
   <source>Fallen oak leaves</source>
   <translation>Gefallenes Eichenlaub</translation>
  </message>
  <message>
   <source>Fallen tree</source>
   <translation>Umgestürzter Baum</translation>
  </message>
  <message>
   <source>Falling water</source>
   <translation>Fallendes Wasser</translation>
  </message>
  <message>
   <source>Falloff</source>
   <translation>Abfall</translation>
  </message>
  <message>
   <source>Fan palm</source>
   <translation>Fächerpalme</translation>
  </message>
  <message>
   <source>Fault</source>
   <translation>Fehler</translation>
  </message>
  <message>
   <source>Faults of the model</source>
   <translation>Fehler des Modells</translation>
  </message>
  <message>
   <source>Favourite</source>
   <translation>Favorit</translation>
  </message>
  <message>
   <source>Favourites only</source>
   <translation>Nur Favoriten</translation>
  </message>
  <message>
   <source>Feather grass</source>
   <translation>Federgras</translation>
  </message>
  <message>
   <source>Feet</source>
   <translation>Fuß</translation>
  </message>
  <message>
   <source>Feet and inches</source>
   <translation>Fuß und Zoll</translation>
  </message>
  <message>
   <source>Fence post</source>
   <translation>Zaunpfosten</translation>
  </message>
  <message>
   <source>Fern</source>
   <translation>Farn</translation>
  </message>
  <message>
   <source>Ferns</source>
   <translation>Farne</translation>
  </message>
  <message>
   <source>Fescue</source>
   <translation>Schwingel</translation>
  </message>
  <message>
   <source>Fescue in ear</source>
   <translation>Schwingel in Ähren</translation>
  </message>
  <message>
   <source>Field gate</source>
   <translation>Feldtor</translation>
  </message>
  <message>
   <source>Field stone</source>
   <translation>Feldstein</translation>
  </message>
  <message>
   <source>Field-stone surface</source>
   <translation>Feldsteinfläche</translation>
  </message>
  <message>
   <source>Figure</source>
   <translation>Figur</translation>
  </message>
  <message>
   <source>File</source>
   <translation>Datei</translation>
  </message>
  <message>
   <source>File not found: %1</source>
   <translation>Datei nicht gefunden: %1</translation>
  </message>
  <message>
   <source>File not found: %w</source>
   <translation>Datei nicht gefunden: %w</translation>
  </message>
  <message>
   <source>File's origin at the centre of the site</source>
   <translation>Ursprung der Datei in der Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>File: %1 triangles, %2 MB → planted: %3 triangles, %4 MB (at most %5 near, %6 far)</source>
   <translation>Datei: %1 Dreiecke, %2 MB → gepflanzt: %3 Dreiecke, %4 MB (höchstens %5 nah, %6 fern)</translation>
  </message>
  <message>
   <source>Fill</source>
   <translation>Füllung</translation>
  </message>
  <message>
   <source>Fill a hollow with water</source>
   <translation>Eine Mulde mit Wasser füllen</translation>
  </message>
  <message>
   <source>Fill batter 1 :</source>
   <translation>Böschung im Auftrag 1 :</translation>
  </message>
  <message>
   <source>Filter</source>
   <translation>Filter</translation>
  </message>
  <message>
   <source>Filter the list</source>
   <translation>Die Liste filtern</translation>
  </message>
  <message numerus="yes">
   <source>Find %n missing texture(s)…</source>
   <translation>
    <numerusform>%n fehlende Textur suchen …</numerusform>
    <numerusform>%n fehlende Texturen suchen …</numerusform>
   </translation>
  </message>
  <message>
   <source>Find a command or key</source>
   <translation>Befehl oder Taste suchen</translation>
  </message>
  <message>
   <source>Find a material</source>
   <translation>Material suchen</translation>
  </message>
  <message>
   <source>Find a species</source>
   <translation>Art suchen</translation>
  </message>
  <message>
   <source>Find a species by name, kind, habit or features</source>
   <translation>Art nach Name, Gruppe, Wuchs oder Merkmalen suchen</translation>
  </message>
  <message>
   <source>Find an item</source>
   <translation>Objekt suchen</translation>
  </message>
  <message>
   <source>Find any item by name, kind, species or material</source>
   <translation>Jedes Objekt nach Name, Gruppe, Art oder Material suchen</translation>
  </message>
  <message>
   <source>Find faults of the model, such as faces that are inside out, and repair them</source>
   <translation>Fehler des Modells finden, etwa umgestülpte Flächen, und beheben</translation>
  </message>
  <message>
   <source>Find textures</source>
   <translation>Texturen suchen</translation>
  </message>
  <message>
   <source>Find textures…</source>
   <translation>Texturen suchen …</translation>
  </message>
  <message>
   <source>Find…</source>
   <translation>Suchen …</translation>
  </message>
  <message>
   <source>Finest cell</source>
   <translation>Feinste Zelle</translation>
  </message>
  <message>
   <source>Finish</source>
   <translation>Abschluss</translation>
  </message>
  <message>
   <source>Finish: exposure, colour and the final render</source>
   <translation>Abschluss: Belichtung, Farbe und das fertige Bild</translation>
  </message>
  <message>
   <source>Fixed card</source>
   <translation>Feste Tafel</translation>
  </message>
  <message>
   <source>Flagstones</source>
   <translation>Steinplatten</translation>
  </message>
  <message>
   <source>Flare at the foot</source>
   <translation>Wurzelanlauf</translation>
  </message>
  <message>
   <source>Flat faces with nothing behind them: walls that let light leak. Repair gives them a thickness behind their front.</source>
   <translation>Ebene Flächen ohne etwas dahinter: Wände, durch die Licht dringt. Die Abhilfe gibt ihnen eine Dicke hinter ihrer Vorderseite.</translation>
  </message>
  <message>
   <source>Flatness</source>
   <translation>Flachheit</translation>
  </message>
  <message>
   <source>Flights of steps instead of deep cuts where the land is steeper</source>
   <translation>Treppen statt tiefer Einschnitte, wo das Gelände steiler ist</translation>
  </message>
  <message>
   <source>Flint and cobble wall</source>
   <translation>Flint- und Kieselmauer</translation>
  </message>
  <message>
   <source>Floating leaves</source>
   <translation>Schwimmblätter</translation>
  </message>
  <message>
   <source>Floats up to %1, buried up to %2</source>
   <translation>Schwebt bis %1, im Boden bis %2</translation>
  </message>
  <message>
   <source>Flow lines</source>
   <translation>Fließlinien</translation>
  </message>
  <message>
   <source>Flower</source>
   <translation>Blüte</translation>
  </message>
  <message>
   <source>Flower centre</source>
   <translation>Blütenmitte</translation>
  </message>
  <message>
   <source>Flower head</source>
   <translation>Blütenstand</translation>
  </message>
  <message>
   <source>Flower size</source>
   <translation>Blütengröße</translation>
  </message>
  <message>
   <source>Flowering stalks</source>
   <translation>Blühende Stiele</translation>
  </message>
  <message>
   <source>Flowers</source>
   <translation>Blüten</translation>
  </message>
  <message>
   <source>Flowers from</source>
   <translation>Blüht ab</translation>
  </message>
  <message>
   <source>Flowers until</source>
   <translation>Blüht bis</translation>
  </message>
  <message>
   <source>Focal length</source>
   <translation>Brennweite</translation>
  </message>
  <message>
   <source>Focal length and sensor; locked shots stay</source>
   <translation>Brennweite und Sensor; gesperrte Aufnahmen bleiben</translation>
  </message>
  <message>
   <source>Fold</source>
   <translation>Faltung</translation>
  </message>
  <message>
   <source>Foliage</source>
   <translation>Laub</translation>
  </message>
  <message>
   <source>Follow slope</source>
   <translation>Hangneigung</translation>
  </message>
  <message>
   <source>Follows the aspect ratio of the shot</source>
   <translation>Folgt dem Seitenverhältnis der Aufnahme</translation>
  </message>
  <message>
   <source>Follows the ground</source>
   <translation>Folgt dem Gelände</translation>
  </message>
  <message>
   <source>Footpath</source>
   <translation>Fußweg</translation>
  </message>
  <message>
   <source>For EXR; otherwise 16-bit half float</source>
   <translation>Für EXR; sonst 16-Bit-Halbgenauigkeit</translation>
  </message>
  <message>
   <source>For PNG or TIFF, with room to grade later; otherwise 8 bits</source>
   <translation>Für PNG oder TIFF, mit Spielraum für spätere Korrektur; sonst 8 Bit</translation>
  </message>
  <message>
   <source>For files whose height runs along another axis</source>
   <translation>Für Dateien, deren Höhe auf einer anderen Achse liegt</translation>
  </message>
  <message>
   <source>For pictures alone, no part of the design</source>
   <translation>Nur für Bilder, kein Teil des Entwurfs</translation>
  </message>
  <message>
   <source>For whoever works on it next: what may stay rough, what is still open</source>
   <translation>Für alle, die daran weiterarbeiten: was grob bleiben darf, was noch offen ist</translation>
  </message>
  <message>
   <source>Forward to the view after</source>
   <translation>Vor zur nächsten Ansicht</translation>
  </message>
  <message>
   <source>Fountain jet</source>
   <translation>Fontäne</translation>
  </message>
  <message>
   <source>Foxglove</source>
   <translation>Fingerhut</translation>
  </message>
  <message>
   <source>Frame</source>
   <translation>Rahmen</translation>
  </message>
  <message>
   <source>Frame: camera, lens and saved shots</source>
   <translation>Rahmen: Kamera, Objektiv und gespeicherte Aufnahmen</translation>
  </message>
  <message>
   <source>Free place near the centre</source>
   <translation>Freier Platz nahe der Mitte</translation>
  </message>
  <message>
   <source>Free some memory and try again</source>
   <translation>Geben Sie Speicher frei und versuchen Sie es erneut</translation>
  </message>
  <message>
   <source>Free-standing wall</source>
   <translation>Freistehende Mauer</translation>
  </message>
  <message>
   <source>From library</source>
   <translation>Bibliothek</translation>
  </message>
  <message>
   <source>From mirror-still to breezy</source>
   <translation>Spiegelglatt bis windig</translation>
  </message>
  <message>
   <source>From mirror-still to broken by stones</source>
   <translation>Von spiegelglatt bis von Steinen gebrochen</translation>
  </message>
  <message>
   <source>From south to north; a larger or smaller site keeps what stands on it</source>
   <translation>Von Süd nach Nord; ein größeres oder kleineres Grundstück behält, was darauf steht</translation>
  </message>
  <message>
   <source>From the middle of one rut to that of the other</source>
   <translation>Von der Mitte der einen Spur zur Mitte der anderen</translation>
  </message>
  <message>
   <source>From the rim down to the surface of the water</source>
   <translation>Vom Rand bis hinunter zum Wasserspiegel</translation>
  </message>
  <message>
   <source>From west to east; a larger or smaller site keeps what stands on it</source>
   <translation>Von West nach Ost; ein größeres oder kleineres Grundstück behält, was darauf steht</translation>
  </message>
  <message>
   <source>Fronds</source>
   <translation>Wedel</translation>
  </message>
  <message>
   <source>Frosted glass</source>
   <translation>Mattglas</translation>
  </message>
  <message>
   <source>Full screen</source>
   <translation>Vollbild</translation>
  </message>
  <message>
   <source>G, P, F in a drag</source>
   <translation>G, P, F beim Ziehen</translation>
  </message>
  <message>
   <source>Galvanised steel</source>
   <translation>Verzinkter Stahl</translation>
  </message>
  <message>
   <source>Gap under the building</source>
   <translation>Spalt unter dem Gebäude</translation>
  </message>
  <message>
   <source>Gaps</source>
   <translation>Lücken</translation>
  </message>
  <message>
   <source>Garden bench</source>
   <translation>Gartenbank</translation>
  </message>
  <message>
   <source>Gardener</source>
   <translation>Gärtner</translation>
  </message>
  <message>
   <source>Gauge</source>
   <translation>Spurweite</translation>
  </message>
  <message>
   <source>General</source>
   <translation>Allgemein</translation>
  </message>
  <message>
   <source>Give every command its default key</source>
   <translation>Jedem Befehl seine Standardtaste geben</translation>
  </message>
  <message>
   <source>Give every command its default key?</source>
   <translation>Jedem Befehl seine Standardtaste geben?</translation>
  </message>
  <message>
   <source>Give latitude and longitude, e.g. 52.1, -1.6</source>
   <translation>Geben Sie Breite und Länge an, z. B. 52.1, -1.6</translation>
  </message>
  <message>
   <source>Give year, month and day</source>
   <translation>Geben Sie Jahr, Monat und Tag an</translation>
  </message>
  <message>
   <source>Glass</source>
   <translation>Glas</translation>
  </message>
  <message>
   <source>Go to</source>
   <translation>Hingehen</translation>
  </message>
  <message>
   <source>Grade</source>
   <translation>Farbkorrektur</translation>
  </message>
  <message>
   <source>Grade it last</source>
   <translation>Zuletzt legen</translation>
  </message>
  <message>
   <source>Granite setts</source>
   <translation>Granitpflaster</translation>
  </message>
  <message>
   <source>Grasses</source>
   <translation>Gräser</translation>
  </message>
  <message>
   <source>Grid</source>
   <translation>Raster</translation>
  </message>
  <message>
   <source>Grid spacing</source>
   <translation>Rasterweite</translation>
  </message>
  <message>
   <source>Grooved decking</source>
   <translation>Dielen, gerillt</translation>
  </message>
  <message>
   <source>Ground</source>
   <translation>Boden</translation>
  </message>
  <message>
   <source>Ground detail</source>
   <translation>Bodendetails</translation>
  </message>
  <message>
   <source>Ground level</source>
   <translation>Geländehöhe</translation>
  </message>
  <message>
   <source>Group</source>
   <translation>Gruppe</translation>
  </message>
  <message>
   <source>Group of parameters shown below</source>
   <translation>Gruppe der unten gezeigten Werte</translation>
  </message>
  <message>
   <source>Grow through it</source>
   <translation>Wachsen hindurch</translation>
  </message>
  <message>
   <source>Growth variant</source>
   <translation>Wuchsvariante</translation>
  </message>
  <message>
   <source>Hair</source>
   <translation>Haare</translation>
  </message>
  <message>
   <source>Handles follow the item instead of east and north</source>
   <translation>Griffe folgen dem Objekt statt Ost und Nord</translation>
  </message>
  <message>
   <source>Hart's tongue</source>
   <translation>Hirschzunge</translation>
  </message>
  <message>
   <source>Hat</source>
   <translation>Hut</translation>
  </message>
  <message>
   <source>Hawthorn</source>
   <translation>Weißdorn</translation>
  </message>
  <message>
   <source>Hazel</source>
   <translation>Hasel</translation>
  </message>
  <message>
   <source>Health</source>
   <translation>Gesundheit</translation>
  </message>
  <message>
   <source>Heart-shaped</source>
   <translation>Herzförmig</translation>
  </message>
  <message>
   <source>Heather</source>
   <translation>Heidekraut</translation>
  </message>
  <message>
   <source>Hedges</source>
   <translation>Hecken</translation>
  </message>
  <message>
   <source>Height</source>
   <translation>Höhe</translation>
  </message>
  <message>
   <source>Height above sea level of the site's level 0: thinner air, deeper sky</source>
   <translation>Höhe über dem Meer, auf der die Höhe 0 liegt: dünnere Luft, tieferer Himmel</translation>
  </message>
  <message>
   <source>Height added along the line; below zero it is a hollow</source>
   <translation>Höhe, die entlang der Linie dazukommt; unter 0 ist es eine Mulde</translation>
  </message>
  <message>
   <source>Height from</source>
   <translation>Höhe von</translation>
  </message>
  <message>
   <source>Height from one level to the next; 0 follows the ground</source>
   <translation>Höhe von einer Stufe zur nächsten; 0 folgt dem Gelände</translation>
  </message>
  <message>
   <source>Height from the lowest to the highest generated ground</source>
   <translation>Höhe vom tiefsten zum höchsten erzeugten Boden</translation>
  </message>
  <message>
   <source>Height in heads</source>
   <translation>Höhe in Köpfen</translation>
  </message>
  <message>
   <source>Height in the file: %1. Correct it if needed.</source>
   <translation>Höhe in der Datei: %1. Berichtigen Sie sie, wenn nötig.</translation>
  </message>
  <message>
   <source>Height map</source>
   <translation>Höhenkarte</translation>
  </message>
  <message>
   <source>Height of a step, about</source>
   <translation>Höhe einer Stufe, ungefähr</translation>
  </message>
  <message>
   <source>Height of its rim over the ground around it: 0 lies flush, 0.5 is a raised basin</source>
   <translation>Höhe des Randes über dem Gelände ringsum: 0 liegt bündig, 0,5 ist ein Hochbecken</translation>
  </message>
  <message>
   <source>Height of kerbs at its edges; 0 has none</source>
   <translation>Höhe der Bordsteine am Rand; bei 0 keine</translation>
  </message>
  <message>
   <source>Height of the final render; the width follows the aspect ratio</source>
   <translation>Höhe des fertigen Bildes; die Breite folgt dem Seitenverhältnis</translation>
  </message>
  <message>
   <source>Height of the land beside it over the water: how deep it has cut itself in</source>
   <translation>Höhe des Landes daneben über dem Wasser: wie tief er sich eingegraben hat</translation>
  </message>
  <message>
   <source>Height of the longest shoots</source>
   <translation>Höhe der längsten Triebe</translation>
  </message>
  <message>
   <source>Height of the top over the foot</source>
   <translation>Höhe der Krone über dem Fuß</translation>
  </message>
  <message>
   <source>Height over the ground</source>
   <translation>Höhe über dem Gelände</translation>
  </message>
  <message>
   <source>Height per dab</source>
   <translation>Höhe je Tupfer</translation>
  </message>
  <message>
   <source>Height that one dab adds or removes</source>
   <translation>Höhe, die ein Tupfer auf- oder abträgt</translation>
  </message>
  <message>
   <source>Height that pure white stands for; black is 0</source>
   <translation>Höhe, für die reines Weiß steht; Schwarz ist 0</translation>
  </message>
  <message>
   <source>Height that the ground is brought to; Shift+click on the ground picks one</source>
   <translation>Höhe, auf die das Gelände gebracht wird; Umschalt+Klick auf das Gelände nimmt eine</translation>
  </message>
  <message>
   <source>Height to</source>
   <translation>Höhe bis</translation>
  </message>
  <message>
   <source>Height variation</source>
   <translation>Höhe schwankt</translation>
  </message>
  <message>
   <source>Heights (*.tif *.tiff *.asc *.hgt *.png);;All files (*)</source>
   <translation>Höhen (*.tif *.tiff *.asc *.hgt *.png);;Alle Dateien (*)</translation>
  </message>
  <message>
   <source>Heights from %1 to %2</source>
   <translation>Höhen von %1 bis %2</translation>
  </message>
  <message>
   <source>Heights of tops, hollows and corners of buildings</source>
   <translation>Höhen von Kuppen, Senken und Gebäudeecken</translation>
  </message>
  <message>
   <source>Herb</source>
   <translation>Staude</translation>
  </message>
  <message>
   <source>Hewn oak</source>
   <translation>Behauene Eiche</translation>
  </message>
  <message>
   <source>Hidden</source>
   <translation>Verborgen</translation>
  </message>
  <message>
   <source>Hidden in the panes, still rendered</source>
   <translation>In den Bereichen ausgeblendet, im fertigen Bild zu sehen</translation>
  </message>
  <message>
   <source>Hide</source>
   <translation>Ausblenden</translation>
  </message>
  <message>
   <source>Hide everything else while working; again shows all</source>
   <translation>Alles andere beim Arbeiten ausblenden; nochmals zeigt alles</translation>
  </message>
  <message>
   <source>Hide everything nearer to the camera than (0 = off)</source>
   <translation>Alles ausblenden, was der Kamera näher ist als (0 = aus)</translation>
  </message>
  <message>
   <source>Hide what is for presentation only</source>
   <translation>Nur zur Darstellung Gehöriges ausblenden</translation>
  </message>
  <message>
   <source>Hide what is near the camera while working, to look through a hedge or wall</source>
   <translation>Beim Arbeiten ausblenden, was nahe vor der Kamera ist, um durch Hecke oder Wand zu sehen</translation>
  </message>
  <message>
   <source>Hide while working</source>
   <translation>Beim Arbeiten ausblenden</translation>
  </message>
  <message>
   <source>Highest limb</source>
   <translation>Oberster Ast</translation>
  </message>
  <message>
   <source>Hill spacing</source>
   <translation>Hügelabstand</translation>
  </message>
  <message>
   <source>Hips</source>
   <translation>Hüften</translation>
  </message>
  <message>
   <source>History</source>
   <translation>Verlauf</translation>
  </message>
  <message>
   <source>Holds up</source>
   <translation>Stützt</translation>
  </message>
  <message>
   <source>Hollow foot</source>
   <translation>Hohler Fuß</translation>
  </message>
  <message>
   <source>Hornbeam hedge</source>
   <translation>Hainbuchenhecke</translation>
  </message>
  <message>
   <source>Hours ahead of UTC that clocks on the site show; the sun of every shot follows</source>
   <translation>Stunden, die Uhren am Ort vor UTC gehen; die Sonne jeder Aufnahme folgt</translation>
  </message>
  <message>
   <source>How close samples of the ground lie where a path, wall or small brush asks for detail; 0 m: as the grid</source>
   <translation>Wie dicht das Gelände abgetastet wird, wo ein Weg, eine Mauer oder ein kleiner Pinsel Feinheit braucht; 0 m: wie das Raster</translation>
  </message>
  <message>
   <source>How closely the ground follows the ramp</source>
   <translation>Wie genau das Gelände der Rampe folgt</translation>
  </message>
  <message>
   <source>How deep one can see into it</source>
   <translation>Wie tief man hineinsieht</translation>
  </message>
  <message>
   <source>How deep the wheels press at each passage</source>
   <translation>Wie tief die Räder bei jeder Fahrt drücken</translation>
  </message>
  <message>
   <source>How far it reaches to either side of the line</source>
   <translation>Wie weit es nach beiden Seiten der Linie reicht</translation>
  </message>
  <message>
   <source>How far the effect fades out towards the ring</source>
   <translation>Wie weit die Wirkung zum Ring hin nachlässt</translation>
  </message>
  <message>
   <source>How far the ground is cut below the floors</source>
   <translation>Wie tief der Boden unter den Fußböden ausgehoben wird</translation>
  </message>
  <message>
   <source>How far the height fades out towards the edge: 0 % has a hard edge</source>
   <translation>Wie weit die Höhe zum Rand hin ausläuft: 0 % hat einen harten Rand</translation>
  </message>
  <message>
   <source>How far the picture fades out into the ground at its edges</source>
   <translation>Wie weit das Bild an den Rändern ins Gelände ausläuft</translation>
  </message>
  <message>
   <source>How far the slope may face away from its direction; 180° is all round</source>
   <translation>Wie weit der Hang von seiner Ausrichtung abweichen darf; 180° ist ringsum</translation>
  </message>
  <message>
   <source>How lengths are shown; any unit can be typed in either</source>
   <translation>Wie Längen gezeigt werden; eingeben lässt sich jede Einheit</translation>
  </message>
  <message>
   <source>How long it slides at each dab</source>
   <translation>Wie lange es bei jedem Tupfer rutscht</translation>
  </message>
  <message>
   <source>How many copies are made</source>
   <translation>Wie viele Kopien entstehen</translation>
  </message>
  <message>
   <source>How many levels lie one above the other up the slope</source>
   <translation>Wie viele Stufen den Hang hinauf übereinander liegen</translation>
  </message>
  <message>
   <source>How many tufts, pebbles and fallen leaves lie on the ground within %1 of the camera, by its covers</source>
   <translation>Wie viele Grasbüschel, Kiesel und gefallene Blätter bis %1 um die Kamera am Boden liegen, nach seinen Belägen</translation>
  </message>
  <message>
   <source>How much of each window a curtain or blind covers</source>
   <translation>Wie viel von jedem Fenster ein Vorhang oder Rollo bedeckt</translation>
  </message>
  <message>
   <source>How much rain stands in ruts and hollows of paths, soil and gravel</source>
   <translation>Wie viel Regen in Spuren und Mulden von Wegen, Erde und Kies steht</translation>
  </message>
  <message>
   <source>How much the apron falls away from the building, so that water runs off: 1 to 2 %</source>
   <translation>Wie stark der Rand vom Gebäude weg fällt, damit Wasser abläuft: 1 bis 2 %</translation>
  </message>
  <message>
   <source>How much the face leans back: run for 100 % of rise</source>
   <translation>Wie weit sich die Ansicht zurücklehnt, bezogen auf die Höhe</translation>
  </message>
  <message>
   <source>How much the levels fall down the slope, so that water runs off</source>
   <translation>Wie stark die Stufen hangabwärts fallen, damit Wasser abläuft</translation>
  </message>
  <message>
   <source>How much the plants differ in size</source>
   <translation>Wie sehr sich die Pflanzen in der Größe unterscheiden</translation>
  </message>
  <message>
   <source>How much the repair does</source>
   <translation>Wie viel die Abhilfe tut</translation>
  </message>
  <message>
   <source>How much was cut from the ground it started from, or filled</source>
   <translation>Wie viel vom Ausgangsgelände abgetragen oder aufgetragen wurde</translation>
  </message>
  <message>
   <source>How steep the ground is, in six classes</source>
   <translation>Wie steil das Gelände ist, in sechs Klassen</translation>
  </message>
  <message>
   <source>How the line runs from point to point</source>
   <translation>Wie die Linie von Punkt zu Punkt läuft</translation>
  </message>
  <message>
   <source>How the surface treats light</source>
   <translation>Wie die Oberfläche mit Licht umgeht</translation>
  </message>
  <message>
   <source>How unevenly the panes mirror: 0 is perfectly flat glass</source>
   <translation>Wie ungleichmäßig die Scheiben spiegeln: 0 ist völlig ebenes Glas</translation>
  </message>
  <message>
   <source>Hydrangea</source>
   <translation>Hortensie</translation>
  </message>
  <message>
   <source>ID mattes</source>
   <translation>ID-Masken</translation>
  </message>
  <message>
   <source>Image copied to the clipboard.</source>
   <translation>Bild in die Zwischenablage kopiert.</translation>
  </message>
  <message>
   <source>Image reduced to %1 x %2</source>
   <translation>Bild auf %1 x %2 verkleinert</translation>
  </message>
  <message>
   <source>Images (*.png *.jpg *.jpeg *.tif *.tiff *.exr *.webp)</source>
   <translation>Bilder (*.png *.jpg *.jpeg *.tif *.tiff *.exr *.webp)</translation>
  </message>
  <message>
   <source>Images (*.png *.jpg *.tif *.exr)</source>
   <translation>Bilder (*.png *.jpg *.tif *.exr)</translation>
  </message>
  <message>
   <source>Images (*.png *.jpg)</source>
   <translation>Bilder (*.png *.jpg)</translation>
  </message>
  <message>
   <source>Images carry no size: enter the real height.</source>
   <translation>Bilder tragen keine Größe: geben Sie die wirkliche Höhe ein.</translation>
  </message>
  <message>
   <source>Import</source>
   <translation>Import</translation>
  </message>
  <message>
   <source>Import %1</source>
   <translation>%1 importieren</translation>
  </message>
  <message>
   <source>Import a building or prop from a file</source>
   <translation>Ein Gebäude oder eine Requisite aus einer Datei importieren</translation>
  </message>
  <message>
   <source>Import a model; the site is sized to it and the first shot shows it</source>
   <translation>Ein Modell importieren; das Grundstück bekommt seine Größe, die erste Aufnahme zeigt es</translation>
  </message>
  <message>
   <source>Import ground heights from a GeoTIFF, ASCII grid or HGT file, at their real size</source>
   <translation>Höhen des Bodens aus GeoTIFF, ASCII-Raster oder HGT in wahrer Größe importieren</translation>
  </message>
  <message>
   <source>Import model</source>
   <translation>Modell importieren</translation>
  </message>
  <message>
   <source>Import model…</source>
   <translation>Modell importieren …</translation>
  </message>
  <message>
   <source>Import plant</source>
   <translation>Pflanze importieren</translation>
  </message>
  <message>
   <source>Import plant…</source>
   <translation>Pflanze importieren …</translation>
  </message>
  <message>
   <source>Import report</source>
   <translation>Importbericht</translation>
  </message>
  <message>
   <source>Import terrain</source>
   <translation>Gelände importieren</translation>
  </message>
  <message>
   <source>Import terrain…</source>
   <translation>Gelände importieren …</translation>
  </message>
  <message>
   <source>Import the practice shed…</source>
   <translation>Übungsschuppen importieren …</translation>
  </message>
  <message>
   <source>Imported %1</source>
   <translation>%1 importiert</translation>
  </message>
  <message>
   <source>Imported model</source>
   <translation>Importiertes Modell</translation>
  </message>
  <message>
   <source>Importing %1</source>
   <translation>%1 wird importiert</translation>
  </message>
  <message>
   <source>Import…</source>
   <translation>Importieren …</translation>
  </message>
  <message>
   <source>In the order of the shot strip</source>
   <translation>In der Reihenfolge der Aufnahmenleiste</translation>
  </message>
  <message>
   <source>Inches</source>
   <translation>Zoll</translation>
  </message>
  <message>
   <source>Include everything in this shot</source>
   <translation>Alles in diese Aufnahme einschließen</translation>
  </message>
  <message>
   <source>Include in shot</source>
   <translation>In die Aufnahme einschließen</translation>
  </message>
  <message>
   <source>Inside-out faces</source>
   <translation>Umgestülpte Flächen</translation>
  </message>
  <message>
   <source>Instances</source>
   <translation>Exemplare</translation>
  </message>
  <message>
   <source>Instead of layers in one EXR</source>
   <translation>Statt Ebenen in einem EXR</translation>
  </message>
  <message>
   <source>Irregularity</source>
   <translation>Unregelmäßigkeit</translation>
  </message>
  <message>
   <source>Isolate</source>
   <translation>Alleinstellen</translation>
  </message>
  <message>
   <source>It runs from its higher end to the lower one and ends where it meets a pond.</source>
   <translation>Er läuft vom höheren Ende zum tieferen und endet, wo er auf einen Teich trifft.</translation>
  </message>
  <message>
   <source>Italian cypress</source>
   <translation>Säulenzypresse</translation>
  </message>
  <message>
   <source>Item</source>
   <translation>Objekt</translation>
  </message>
  <message>
   <source>Items</source>
   <translation>Objekte</translation>
  </message>
  <message>
   <source>Items and materials in red, green and blue, three per file</source>
   <translation>Objekte und Materialien in Rot, Grün und Blau, drei je Datei</translation>
  </message>
  <message>
   <source>Its light gets a pass of its own, for re-balancing later</source>
   <translation>Sein Licht bekommt einen eigenen Pass, um später abzustimmen</translation>
  </message>
  <message>
   <source>Its walls leave no room for water: make it wider or the walls thinner.</source>
   <translation>Zwischen den Mauern bleibt kein Platz für Wasser: breiter zeichnen oder die Mauern dünner machen.</translation>
  </message>
  <message>
   <source>Ivy, trunk</source>
   <translation>Efeu am Stamm</translation>
  </message>
  <message>
   <source>Ivy, wall</source>
   <translation>Efeu an der Wand</translation>
  </message>
  <message>
   <source>Juniper</source>
   <translation>Wacholder</translation>
  </message>
  <message>
   <source>Keep its size, crop the terrain</source>
   <translation>Größe behalten, Gelände zuschneiden</translation>
  </message>
  <message>
   <source>Keep measurement</source>
   <translation>Messung behalten</translation>
  </message>
  <message>
   <source>Keep off it</source>
   <translation>Bleiben ihm fern</translation>
  </message>
  <message>
   <source>Keep the two outermost, space the centres between them evenly</source>
   <translation>Die beiden äußersten bleiben, die Mitten dazwischen werden gleichmäßig verteilt</translation>
  </message>
  <message>
   <source>Keeps dry leaves</source>
   <translation>Behält trockenes Laub</translation>
  </message>
  <message>
   <source>Kerb</source>
   <translation>Bordstein</translation>
  </message>
  <message>
   <source>Kerbs</source>
   <translation>Bordsteine</translation>
  </message>
  <message>
   <source>Key</source>
   <translation>Taste</translation>
  </message>
  <message>
   <source>Key of %1</source>
   <translation>Taste für %1</translation>
  </message>
  <message>
   <source>Keyboard shortcuts</source>
   <translation>Tastenkürzel</translation>
  </message>
  <message>
   <source>Kind</source>
   <translation>Gruppe</translation>
  </message>
  <message>
   <source>Kind of material</source>
   <translation>Gruppe der Materialien</translation>
  </message>
  <message>
   <source>Knapweed</source>
   <translation>Flockenblume</translation>
  </message>
  <message>
   <source>Knees</source>
   <translation>Knie</translation>
  </message>
  <message>
   <source>Knot</source>
   <translation>Knoten</translation>
  </message>
  <message>
   <source>Lamp group</source>
   <translation>Lampengruppe</translation>
  </message>
  <message>
   <source>Lanceolate</source>
   <translation>Lanzettlich</translation>
  </message>
  <message>
   <source>Land</source>
   <translation>Gelände</translation>
  </message>
  <message>
   <source>Landing</source>
   <translation>Podest</translation>
  </message>
  <message>
   <source>Landing width</source>
   <translation>Podestbreite</translation>
  </message>
  <message>
   <source>Lane</source>
   <translation>Fahrspur</translation>
  </message>
  <message>
   <source>Language</source>
   <translation>Sprache</translation>
  </message>
  <message>
   <source>Language of the window, from the next start on</source>
   <translation>Sprache des Fensters, ab dem nächsten Start</translation>
  </message>
  <message>
   <source>Larch</source>
   <translation>Lärche</translation>
  </message>
  <message>
   <source>Larch boards, fresh</source>
   <translation>Lärchenbretter, frisch</translation>
  </message>
  <message>
   <source>Larch boards, silvered</source>
   <translation>Lärchenbretter, vergraut</translation>
  </message>
  <message>
   <source>Larch decking</source>
   <translation>Lärchendielen</translation>
  </message>
  <message>
   <source>Lasso selection</source>
   <translation>Lasso-Auswahl</translation>
  </message>
  <message>
   <source>Last angle %1° · area %2</source>
   <translation>Letzter Winkel %1° · Fläche %2</translation>
  </message>
  <message>
   <source>Latitude and longitude: 52.1, -1.6 or degrees, minutes and seconds such as 52°06'00"N 1°36'00"W</source>
   <translation>Breite und Länge: 52.1, -1.6 oder Grad, Minuten und Sekunden wie 52°06'00"N 1°36'00"W</translation>
  </message>
  <message>
   <source>Lavender</source>
   <translation>Lavendel</translation>
  </message>
  <message>
   <source>Lawn</source>
   <translation>Rasen</translation>
  </message>
  <message>
   <source>Lay it at random</source>
   <translation>Zufällig verlegen</translation>
  </message>
  <message>
   <source>Layered boulder</source>
   <translation>Geschichteter Findling</translation>
  </message>
  <message>
   <source>Layers</source>
   <translation>Schichten</translation>
  </message>
  <message>
   <source>Layers need an EXR; here passes are separate files</source>
   <translation>Ebenen brauchen ein EXR; hier werden Pässe eigene Dateien</translation>
  </message>
  <message>
   <source>Leading stem</source>
   <translation>Leittrieb</translation>
  </message>
  <message>
   <source>Leaf</source>
   <translation>Blatt</translation>
  </message>
  <message>
   <source>Leaf area per m² of ground</source>
   <translation>Blattfläche je m² Boden</translation>
  </message>
  <message>
   <source>Leaf litter</source>
   <translation>Laubstreu</translation>
  </message>
  <message>
   <source>Leaf taper</source>
   <translation>Blattverjüngung</translation>
  </message>
  <message>
   <source>Leaflets</source>
   <translation>Fiedern</translation>
  </message>
  <message>
   <source>Lean</source>
   <translation>Lehnen</translation>
  </message>
  <message>
   <source>Least distance between two plants</source>
   <translation>Kleinster Abstand zweier Pflanzen</translation>
  </message>
  <message>
   <source>Least distance between two trees or shrubs of this species; the default follows its crown</source>
   <translation>Kleinster Abstand zweier Bäume oder Sträucher dieser Art; der Standard folgt der Krone</translation>
  </message>
  <message>
   <source>Leave out</source>
   <translation>Weglassen</translation>
  </message>
  <message>
   <source>Leave out less</source>
   <translation>Lassen Sie weniger weg</translation>
  </message>
  <message>
   <source>Leaves</source>
   <translation>Blätter</translation>
  </message>
  <message>
   <source>Leaves are cut out, translucent and fall in autumn; wood is matt and solid</source>
   <translation>Blätter sind ausgeschnitten, lichtdurchlässig und fallen im Herbst; Holz ist matt und dicht</translation>
  </message>
  <message>
   <source>Leaves from</source>
   <translation>Blätter ab</translation>
  </message>
  <message>
   <source>Leaves on the stalk</source>
   <translation>Stielblätter</translation>
  </message>
  <message>
   <source>Leaves up to</source>
   <translation>Blätter bis</translation>
  </message>
  <message>
   <source>Leaves, flowers and colours through the year</source>
   <translation>Laub, Blüten und Farben durch das Jahr</translation>
  </message>
  <message>
   <source>Leftovers</source>
   <translation>Überbleibsel</translation>
  </message>
  <message>
   <source>Legend</source>
   <translation>Legende</translation>
  </message>
  <message>
   <source>Legs</source>
   <translation>Beine</translation>
  </message>
  <message>
   <source>Length</source>
   <translation>Länge</translation>
  </message>
  <message>
   <source>Length %1 · in plan %2</source>
   <translation>Länge %1 · im Plan %2</translation>
  </message>
  <message>
   <source>Length the bar measures; text and arrow are sized by it</source>
   <translation>Länge, die der Balken misst; Schrift und Pfeil richten sich danach</translation>
  </message>
  <message>
   <source>Length variation</source>
   <translation>Längenstreuung</translation>
  </message>
  <message>
   <source>Lengths in</source>
   <translation>Längen in</translation>
  </message>
  <message>
   <source>Lens shift</source>
   <translation>Shift</translation>
  </message>
  <message>
   <source>Level</source>
   <translation>Höhe</translation>
  </message>
  <message>
   <source>Level %1</source>
   <translation>Höhe %1</translation>
  </message>
  <message>
   <source>Level an area, in several levels if asked, with walls or slopes</source>
   <translation>Eine Fläche ebnen, auf Wunsch in mehreren Stufen, mit Mauern oder Böschungen</translation>
  </message>
  <message>
   <source>Level ground under it</source>
   <translation>Boden darunter ebnen</translation>
  </message>
  <message>
   <source>Level of the building's underside</source>
   <translation>Höhe der Unterseite des Gebäudes</translation>
  </message>
  <message>
   <source>Level of the ground around it</source>
   <translation>Höhe des Geländes ringsum</translation>
  </message>
  <message>
   <source>Level of the lowest terrace</source>
   <translation>Höhe der untersten Terrasse</translation>
  </message>
  <message>
   <source>Level of the pad above the building's base</source>
   <translation>Höhe des Planums über der Unterkante des Gebäudes</translation>
  </message>
  <message>
   <source>Level of the surface; the shore follows the ground</source>
   <translation>Höhe der Oberfläche; das Ufer folgt dem Boden</translation>
  </message>
  <message>
   <source>Level of the threshold above the building's base</source>
   <translation>Höhe der Schwelle über der Unterkante des Gebäudes</translation>
  </message>
  <message>
   <source>Level the ground under a building, with battered sides</source>
   <translation>Den Boden unter einem Gebäude ebnen, mit geböschten Seiten</translation>
  </message>
  <message>
   <source>Level up to which, or down to which, it changes the ground</source>
   <translation>Höhe, bis zu der das Gelände verändert wird</translation>
  </message>
  <message>
   <source>Levelness</source>
   <translation>Ausrichtung zur Waagrechten</translation>
  </message>
  <message>
   <source>Levels</source>
   <translation>Stufen</translation>
  </message>
  <message>
   <source>Levels %1 to %2</source>
   <translation>Höhen %1 bis %2</translation>
  </message>
  <message>
   <source>Levels at the mean of the ground, where cut and fill are alike, or from a level of their own</source>
   <translation>Stufen auf der mittleren Höhe des Geländes, wo Abtrag und Auftrag gleich sind, oder ab einer eigenen Höhe</translation>
  </message>
  <message>
   <source>Levels the ground around it at its mean height, or at a height of its own</source>
   <translation>Ebnet das Gelände ringsum auf seiner mittleren Höhe ein oder auf einer eigenen</translation>
  </message>
  <message>
   <source>Library material in its real size; brings its own colour and roughness</source>
   <translation>Material der Bibliothek in wahrer Größe; bringt Farbe und Rauheit mit</translation>
  </message>
  <message>
   <source>Licence</source>
   <translation>Lizenz</translation>
  </message>
  <message>
   <source>Licences</source>
   <translation>Lizenzen</translation>
  </message>
  <message>
   <source>Lies only above this height</source>
   <translation>Liegt nur über dieser Höhe</translation>
  </message>
  <message>
   <source>Lies only at least this far from a building</source>
   <translation>Liegt erst ab dieser Entfernung von einem Gebäude</translation>
  </message>
  <message>
   <source>Lies only at least this far from the edge of a path</source>
   <translation>Liegt erst ab dieser Entfernung vom Rand eines Wegs</translation>
  </message>
  <message>
   <source>Lies only at least this far from the shore</source>
   <translation>Liegt erst ab dieser Entfernung vom Ufer</translation>
  </message>
  <message>
   <source>Lies only below this height</source>
   <translation>Liegt nur unter dieser Höhe</translation>
  </message>
  <message>
   <source>Lies only on ground at least this steep</source>
   <translation>Liegt nur auf mindestens so steilem Gelände</translation>
  </message>
  <message>
   <source>Lies only on ground at most this steep</source>
   <translation>Liegt nur auf höchstens so steilem Gelände</translation>
  </message>
  <message>
   <source>Lies only where at least this much of the rain gathers: 0 % dry ridge, 100 % wet hollow</source>
   <translation>Liegt nur, wo mindestens so viel Regen zusammenläuft: 0 % trockener Rücken, 100 % nasse Senke</translation>
  </message>
  <message>
   <source>Lies only where at most this much of the rain gathers</source>
   <translation>Liegt nur, wo höchstens so viel Regen zusammenläuft</translation>
  </message>
  <message>
   <source>Lies only within this distance of a building</source>
   <translation>Liegt nur bis zu dieser Entfernung von einem Gebäude</translation>
  </message>
  <message>
   <source>Lies only within this distance of the edge of a path</source>
   <translation>Liegt nur bis zu dieser Entfernung vom Rand eines Wegs</translation>
  </message>
  <message>
   <source>Lies only within this distance of the shore, and under water</source>
   <translation>Liegt nur bis zu dieser Entfernung vom Ufer und unter Wasser</translation>
  </message>
  <message>
   <source>Light</source>
   <translation>Licht</translation>
  </message>
  <message>
   <source>Light bounces; fewer are faster and darker in shade</source>
   <translation>Lichtsprünge; weniger sind schneller und dunkler im Schatten</translation>
  </message>
  <message>
   <source>Light components</source>
   <translation>Lichtanteile</translation>
  </message>
  <message>
   <source>Light falloff towards the corners</source>
   <translation>Lichtabfall zu den Ecken</translation>
  </message>
  <message>
   <source>Light groups</source>
   <translation>Lichtgruppen</translation>
  </message>
  <message>
   <source>Light or dark window; images lie on neutral grey in both</source>
   <translation>Helles oder dunkles Fenster; Bilder liegen in beiden auf neutralem Grau</translation>
  </message>
  <message>
   <source>Light rooms</source>
   <translation>Räume beleuchten</translation>
  </message>
  <message>
   <source>Light: date, time, location and haze</source>
   <translation>Licht: Datum, Uhrzeit, Ort und Dunst</translation>
  </message>
  <message>
   <source>Limbs</source>
   <translation>Äste</translation>
  </message>
  <message>
   <source>Limewash</source>
   <translation>Kalkanstrich</translation>
  </message>
  <message>
   <source>Limewashed brick</source>
   <translation>Ziegel, gekalkt</translation>
  </message>
  <message>
   <source>Limit</source>
   <translation>Grenze</translation>
  </message>
  <message>
   <source>Limits for the panes only; final renders ignore them.</source>
   <translation>Grenzen nur für die Bereiche; das fertige Bild beachtet sie nicht.</translation>
  </message>
  <message>
   <source>Line</source>
   <translation>Linie</translation>
  </message>
  <message>
   <source>Lines or points of %1 left out</source>
   <translation>Linien oder Punkte von %1 ausgelassen</translation>
  </message>
  <message>
   <source>List of steps; click one to go there</source>
   <translation>Liste der Schritte; ein Klick führt dorthin</translation>
  </message>
  <message>
   <source>Litter</source>
   <translation>Streu</translation>
  </message>
  <message>
   <source>Load an image as one more map of the material</source>
   <translation>Ein Bild als weitere Karte des Materials laden</translation>
  </message>
  <message>
   <source>Load file…</source>
   <translation>Datei laden …</translation>
  </message>
  <message>
   <source>Lobed</source>
   <translation>Gelappt</translation>
  </message>
  <message>
   <source>Lobes</source>
   <translation>Buchten</translation>
  </message>
  <message>
   <source>Local axes</source>
   <translation>Eigene Achsen</translation>
  </message>
  <message>
   <source>Location</source>
   <translation>Lage</translation>
  </message>
  <message>
   <source>Location: %1</source>
   <translation>Standort: %1</translation>
  </message>
  <message>
   <source>Lock</source>
   <translation>Sperren</translation>
  </message>
  <message>
   <source>Lock or unlock (%1)</source>
   <translation>Sperren oder entsperren (%1)</translation>
  </message>
  <message>
   <source>Lock shot</source>
   <translation>Aufnahme sperren</translation>
  </message>
  <message>
   <source>Lock to the east, north or up axis; again releases</source>
   <translation>An die Ost-, Nord- oder Hochachse binden; nochmals löst</translation>
  </message>
  <message>
   <source>Locked items cannot be selected in the panes or edited</source>
   <translation>Gesperrte Objekte lassen sich weder auswählen noch ändern</translation>
  </message>
  <message>
   <source>Locked. Unlock it to change it (%1).</source>
   <translation>Gesperrt. Zum Ändern entsperren (%1).</translation>
  </message>
  <message>
   <source>Log</source>
   <translation>Stammholz</translation>
  </message>
  <message>
   <source>Log pile</source>
   <translation>Holzstapel</translation>
  </message>
  <message>
   <source>Lombardy poplar</source>
   <translation>Säulenpappel</translation>
  </message>
  <message>
   <source>Long</source>
   <translation>Lang</translation>
  </message>
  <message>
   <source>Longer side of the sensor; 36 mm is full frame</source>
   <translation>Längere Seite des Sensors; 36 mm ist Kleinbild</translation>
  </message>
  <message>
   <source>Look around in a finished project; yours to change</source>
   <translation>Sehen Sie sich in einem fertigen Projekt um; Sie dürfen es ändern</translation>
  </message>
  <message>
   <source>Look around, verticals stay plumb</source>
   <translation>Umsehen, Senkrechte bleiben senkrecht</translation>
  </message>
  <message>
   <source>Look for the missing textures of a building in another folder, by their names</source>
   <translation>Die fehlenden Texturen eines Gebäudes in einem anderen Ordner nach ihren Namen suchen</translation>
  </message>
  <message>
   <source>Look in another folder for %1</source>
   <translation>In einem anderen Ordner suchen: %1</translation>
  </message>
  <message>
   <source>Looking for snags…</source>
   <translation>Mängel werden gesucht …</translation>
  </message>
  <message>
   <source>Looking from all shots</source>
   <translation>Aus allen Aufnahmen wird geschaut</translation>
  </message>
  <message>
   <source>Loose vertices</source>
   <translation>Lose Punkte</translation>
  </message>
  <message>
   <source>Lower</source>
   <translation>Senken</translation>
  </message>
  <message>
   <source>Lower the ground where it hides the foot of the selected building, or of the one in the middle of the shot</source>
   <translation>Das Gelände senken, wo es den Fuß des gewählten Gebäudes verdeckt, oder dessen in der Mitte der Aufnahme</translation>
  </message>
  <message>
   <source>Lowest level</source>
   <translation>Unterste Höhe</translation>
  </message>
  <message>
   <source>Lowest limb</source>
   <translation>Unterster Ast</translation>
  </message>
  <message>
   <source>Made of</source>
   <translation>Aus</translation>
  </message>
  <message>
   <source>Make %1 of %2</source>
   <translation>%1 aus %2</translation>
  </message>
  <message>
   <source>Make %1 parts of %2</source>
   <translation>%1 Teile aus %2</translation>
  </message>
  <message>
   <source>Make a height map of the colour map: what is lighter stands out; Bump sets its depth</source>
   <translation>Aus der Farbtextur eine Höhentextur machen: Helleres steht vor; Relief bestimmt die Tiefe</translation>
  </message>
  <message>
   <source>Make the copies; they are parts like the others</source>
   <translation>Die Kopien anlegen; sie sind Teile wie die anderen</translation>
  </message>
  <message>
   <source>Male fern</source>
   <translation>Wurmfarn</translation>
  </message>
  <message>
   <source>Manual</source>
   <translation>Manuell</translation>
  </message>
  <message>
   <source>Maps</source>
   <translation>Karten</translation>
  </message>
  <message>
   <source>Material</source>
   <translation>Material</translation>
  </message>
  <message>
   <source>Material library; drag onto parts of a building</source>
   <translation>Materialbibliothek; auf Bauteile ziehen</translation>
  </message>
  <message>
   <source>Material of its bed, which shows in shallows and along the shore</source>
   <translation>Material des Grundes, der im Flachen und am Ufer zu sehen ist</translation>
  </message>
  <message>
   <source>Material of the selected parts</source>
   <translation>Material der ausgewählten Teile</translation>
  </message>
  <message>
   <source>Material slot of the model; click a part to pick its own</source>
   <translation>Material des Modells; ein Klick auf ein Teil wählt das seine</translation>
  </message>
  <message>
   <source>Materials</source>
   <translation>Materialien</translation>
  </message>
  <message>
   <source>Mattes as PNG (RGB)</source>
   <translation>Masken als PNG (RGB)</translation>
  </message>
  <message>
   <source>Max. from building</source>
   <translation>Höchst. vom Gebäude</translation>
  </message>
  <message>
   <source>Max. from path</source>
   <translation>Höchst. vom Weg</translation>
  </message>
  <message>
   <source>Max. from water</source>
   <translation>Höchst. vom Wasser</translation>
  </message>
  <message>
   <source>Maximum per pixel; four times as many halve the noise</source>
   <translation>Höchstens je Pixel; viermal so viele halbieren das Rauschen</translation>
  </message>
  <message>
   <source>Meadow</source>
   <translation>Wiese</translation>
  </message>
  <message>
   <source>Meadow buttercup</source>
   <translation>Hahnenfuß</translation>
  </message>
  <message>
   <source>Meadow sage</source>
   <translation>Wiesensalbei</translation>
  </message>
  <message>
   <source>Measure</source>
   <translation>Messen</translation>
  </message>
  <message>
   <source>Measure again</source>
   <translation>Neu messen</translation>
  </message>
  <message>
   <source>Measure lengths, heights, angles and areas</source>
   <translation>Längen, Höhen, Winkel und Flächen messen</translation>
  </message>
  <message>
   <source>Measure the view shown now</source>
   <translation>Die jetzt gezeigte Ansicht messen</translation>
  </message>
  <message>
   <source>Measurement</source>
   <translation>Messung</translation>
  </message>
  <message>
   <source>Measuring…</source>
   <translation>Wird gemessen …</translation>
  </message>
  <message>
   <source>Memory</source>
   <translation>Speicher</translation>
  </message>
  <message>
   <source>Message</source>
   <translation>Meldung</translation>
  </message>
  <message>
   <source>Messages</source>
   <translation>Meldungen</translation>
  </message>
  <message>
   <source>Messages, newest first</source>
   <translation>Meldungen, die neuesten zuerst</translation>
  </message>
  <message>
   <source>Metal</source>
   <translation>Metall</translation>
  </message>
  <message>
   <source>Metalness map</source>
   <translation>Metallkarte</translation>
  </message>
  <message>
   <source>Metered for each view, or fixed</source>
   <translation>Für jede Ansicht gemessen, oder fest</translation>
  </message>
  <message>
   <source>Metres</source>
   <translation>Meter</translation>
  </message>
  <message>
   <source>Middle drag, Shift+right drag</source>
   <translation>Mitte ziehen, Umschalt+rechts ziehen</translation>
  </message>
  <message>
   <source>Millimetres</source>
   <translation>Millimeter</translation>
  </message>
  <message>
   <source>Min. from building</source>
   <translation>Mind. vom Gebäude</translation>
  </message>
  <message>
   <source>Min. from path</source>
   <translation>Mind. vom Weg</translation>
  </message>
  <message>
   <source>Min. from water</source>
   <translation>Mind. vom Wasser</translation>
  </message>
  <message>
   <source>Minutes go up to 59</source>
   <translation>Minuten gehen bis 59</translation>
  </message>
  <message>
   <source>Mirror to matt</source>
   <translation>Spiegel bis matt</translation>
  </message>
  <message>
   <source>Mist card</source>
   <translation>Nebeltafel</translation>
  </message>
  <message>
   <source>Mix</source>
   <translation>Mischung</translation>
  </message>
  <message>
   <source>Models (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.dxf *.ifc);;All files (*)</source>
   <translation>Modelle (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.dxf *.ifc);;Alle Dateien (*)</translation>
  </message>
  <message>
   <source>Models and images (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.png *.jpg *.jpeg *.tif *.tiff *.webp *.exr);;All files (*)</source>
   <translation>Modelle und Bilder (*.glb *.gltf *.obj *.fbx *.dae *.3ds *.stl *.ply *.png *.jpg *.jpeg *.tif *.tiff *.webp *.exr);;Alle Dateien (*)</translation>
  </message>
  <message>
   <source>Moor grass</source>
   <translation>Pfeifengras</translation>
  </message>
  <message>
   <source>More than this computer has: choose a smaller size or fewer passes.</source>
   <translation>Mehr, als dieser Rechner hat: wählen Sie eine kleinere Größe oder weniger Pässe.</translation>
  </message>
  <message>
   <source>Moss</source>
   <translation>Moos</translation>
  </message>
  <message>
   <source>Moss cushion</source>
   <translation>Moospolster</translation>
  </message>
  <message>
   <source>Mound at the foot</source>
   <translation>Hügel am Fuß</translation>
  </message>
  <message>
   <source>Move</source>
   <translation>Verschieben</translation>
  </message>
  <message>
   <source>Move %1</source>
   <translation>%1 verschieben</translation>
  </message>
  <message>
   <source>Move %1 parts</source>
   <translation>%1 Teile verschieben</translation>
  </message>
  <message>
   <source>Move along the line to read it · click a new one · Shift adds a bend · Esc removes it</source>
   <translation>Der Linie entlang ablesen · Klick beginnt eine neue · Umschalt fügt einen Knick an · Esc entfernt sie</translation>
  </message>
  <message>
   <source>Move down in the order</source>
   <translation>In der Reihenfolge nach unten</translation>
  </message>
  <message>
   <source>Move left</source>
   <translation>Nach links</translation>
  </message>
  <message>
   <source>Move point</source>
   <translation>Punkt verschieben</translation>
  </message>
  <message>
   <source>Move right</source>
   <translation>Nach rechts</translation>
  </message>
  <message>
   <source>Move shot left</source>
   <translation>Aufnahme nach links</translation>
  </message>
  <message>
   <source>Move shot right</source>
   <translation>Aufnahme nach rechts</translation>
  </message>
  <message>
   <source>Move the focus through the window</source>
   <translation>Den Fokus durch das Fenster bewegen</translation>
  </message>
  <message>
   <source>Move up in the order</source>
   <translation>In der Reihenfolge nach oben</translation>
  </message>
  <message>
   <source>Move, rotate or scale the selection</source>
   <translation>Die Auswahl verschieben, drehen oder skalieren</translation>
  </message>
  <message>
   <source>Moved to stand on its base</source>
   <translation>Auf seine Unterseite gestellt</translation>
  </message>
  <message>
   <source>Moves the texture on its face, to meet an edge</source>
   <translation>Verschiebt die Textur auf ihrer Fläche, bis sie zu einer Kante passt</translation>
  </message>
  <message>
   <source>Moves, turns and hides as one. Click again to select inside it.</source>
   <translation>Bewegt, dreht und verbirgt sich als Ganzes. Noch einmal klicken, um darin auszuwählen.</translation>
  </message>
  <message>
   <source>Moving</source>
   <translation>Bewegen</translation>
  </message>
  <message>
   <source>Moving and snapping</source>
   <translation>Bewegen und Fangen</translation>
  </message>
  <message>
   <source>Mown lawn</source>
   <translation>Gemähter Rasen</translation>
  </message>
  <message>
   <source>Multi-stem birch</source>
   <translation>Mehrstämmige Birke</translation>
  </message>
  <message>
   <source>Multiplies the colour; transparent parts are cut out</source>
   <translation>Multipliziert die Farbe; durchsichtige Stellen sind ausgeschnitten</translation>
  </message>
  <message>
   <source>N</source>
   <translation>N</translation>
  </message>
  <message>
   <source>Name</source>
   <translation>Name</translation>
  </message>
  <message>
   <source>Name in the list</source>
   <translation>Name in der Liste</translation>
  </message>
  <message>
   <source>Name in the plant library</source>
   <translation>Name in der Pflanzenbibliothek</translation>
  </message>
  <message>
   <source>Name of the project, shown in the title and on plans</source>
   <translation>Name des Projekts, im Titel und auf Plänen gezeigt</translation>
  </message>
  <message>
   <source>Name of your own species</source>
   <translation>Name Ihrer eigenen Art</translation>
  </message>
  <message>
   <source>Name, kind, species or material</source>
   <translation>Name, Gruppe, Art oder Material</translation>
  </message>
  <message>
   <source>Name, size and location of the site</source>
   <translation>Name, Größe und Lage des Grundstücks</translation>
  </message>
  <message>
   <source>Name, size, location and time zone of the site</source>
   <translation>Name, Größe, Lage und Zeitzone des Grundstücks</translation>
  </message>
  <message>
   <source>Near clipping</source>
   <translation>Nahgrenze</translation>
  </message>
  <message>
   <source>Near clipping…</source>
   <translation>Nahgrenze …</translation>
  </message>
  <message>
   <source>Needle</source>
   <translation>Nadel</translation>
  </message>
  <message>
   <source>Needle litter</source>
   <translation>Nadelstreu</translation>
  </message>
  <message>
   <source>Needles</source>
   <translation>Nadeln</translation>
  </message>
  <message>
   <source>Nettle</source>
   <translation>Brennnessel</translation>
  </message>
  <message>
   <source>New cover</source>
   <translation>Neuer Belag</translation>
  </message>
  <message>
   <source>New empty project…</source>
   <translation>Neues leeres Projekt …</translation>
  </message>
  <message>
   <source>New from a building file…</source>
   <translation>Neu aus einer Gebäudedatei …</translation>
  </message>
  <message>
   <source>New from building…</source>
   <translation>Neu aus Gebäude …</translation>
  </message>
  <message>
   <source>New project</source>
   <translation>Neues Projekt</translation>
  </message>
  <message>
   <source>New project from %1</source>
   <translation>Neues Projekt aus %1</translation>
  </message>
  <message>
   <source>New project…</source>
   <translation>Neues Projekt …</translation>
  </message>
  <message>
   <source>New shot</source>
   <translation>Neue Aufnahme</translation>
  </message>
  <message>
   <source>New shot from this view</source>
   <translation>Neue Aufnahme aus dieser Ansicht</translation>
  </message>
  <message>
   <source>New shot from view</source>
   <translation>Neue Aufnahme aus Ansicht</translation>
  </message>
  <message>
   <source>Next panel</source>
   <translation>Nächster Bereich</translation>
  </message>
  <message>
   <source>Next shot</source>
   <translation>Nächste Aufnahme</translation>
  </message>
  <message>
   <source>Next view</source>
   <translation>Nächste Ansicht</translation>
  </message>
  <message>
   <source>Night</source>
   <translation>Nacht</translation>
  </message>
  <message>
   <source>No alpha and no plain background: the whole rectangle is kept</source>
   <translation>Kein Alpha und kein einfarbiger Hintergrund: das ganze Rechteck bleibt</translation>
  </message>
  <message>
   <source>No alpha; plain background removed</source>
   <translation>Kein Alpha; einfarbiger Hintergrund entfernt</translation>
  </message>
  <message>
   <source>No ground hides the foot of %1 from this shot.</source>
   <translation>Kein Gelände verdeckt in dieser Aufnahme den Fuß von %1.</translation>
  </message>
  <message>
   <source>No pad: the ground is as it was.</source>
   <translation>Kein Planum: Der Boden ist, wie er war.</translation>
  </message>
  <message>
   <source>No problems found.</source>
   <translation>Keine Probleme gefunden.</translation>
  </message>
  <message>
   <source>No shot</source>
   <translation>Keine Aufnahme</translation>
  </message>
  <message>
   <source>No snags found.</source>
   <translation>Keine Mängel gefunden.</translation>
  </message>
  <message>
   <source>No temporary folder can be created in %w</source>
   <translation>In %w kann kein temporärer Ordner angelegt werden</translation>
  </message>
  <message>
   <source>Nod</source>
   <translation>Nicken</translation>
  </message>
  <message>
   <source>Noise threshold</source>
   <translation>Rauschgrenze</translation>
  </message>
  <message>
   <source>None</source>
   <translation>Keine</translation>
  </message>
  <message>
   <source>Normal map</source>
   <translation>Normalenkarte</translation>
  </message>
  <message>
   <source>Normals</source>
   <translation>Normalen</translation>
  </message>
  <message>
   <source>North</source>
   <translation>Nord</translation>
  </message>
  <message>
   <source>North edges</source>
   <translation>Nordkanten</translation>
  </message>
  <message>
   <source>North–south</source>
   <translation>Nord–Süd</translation>
  </message>
  <message>
   <source>Norway maple</source>
   <translation>Spitzahorn</translation>
  </message>
  <message>
   <source>Not in this shot's renders; ground and planting stay as they are</source>
   <translation>Nicht in den Bildern dieser Aufnahme; Boden und Bepflanzung bleiben, wie sie sind</translation>
  </message>
  <message>
   <source>Not set</source>
   <translation>Nicht angegeben</translation>
  </message>
  <message>
   <source>Not shown: %1.</source>
   <translation>Nicht gezeigt: %1.</translation>
  </message>
  <message>
   <source>Notch</source>
   <translation>Einschnitt</translation>
  </message>
  <message>
   <source>Note</source>
   <translation>Notiz</translation>
  </message>
  <message>
   <source>Notes</source>
   <translation>Notizen</translation>
  </message>
  <message>
   <source>Nothing is left of %w without its site and furniture</source>
   <translation>Ohne Gelände und Möbel bleibt von %w nichts übrig</translation>
  </message>
  <message>
   <source>Nothing selected. Click a building in a pane or in the list, or import one (%1): glTF, OBJ, FBX and others.</source>
   <translation>Nichts ausgewählt. Klicken Sie in einem Bereich oder in der Liste auf ein Gebäude, oder importieren Sie eines (%1): glTF, OBJ, FBX und andere.</translation>
  </message>
  <message>
   <source>Nothing to redo</source>
   <translation>Nichts zu wiederholen</translation>
  </message>
  <message>
   <source>Nothing to undo</source>
   <translation>Nichts rückgängig zu machen</translation>
  </message>
  <message>
   <source>Nothing would be left of %w</source>
   <translation>Von %w bliebe nichts übrig</translation>
  </message>
  <message>
   <source>Nudge one step; Shift ten steps, Ctrl a tenth; Page Up and Page Down for height</source>
   <translation>Einen Schritt rücken; Umschalt zehn Schritte, Strg ein Zehntel; Bild auf und ab für die Höhe</translation>
  </message>
  <message>
   <source>Nudge step</source>
   <translation>Schrittweite</translation>
  </message>
  <message>
   <source>Number fields</source>
   <translation>Zahlenfelder</translation>
  </message>
  <message>
   <source>Oak</source>
   <translation>Eiche</translation>
  </message>
  <message>
   <source>Oak bark</source>
   <translation>Eichenrinde</translation>
  </message>
  <message>
   <source>Of the arc, or of the bend: the centre lies so far across from the parts</source>
   <translation>Des Bogens oder der Biegung: Der Mittelpunkt liegt so weit quer von den Teilen</translation>
  </message>
  <message>
   <source>Off leaves out everything that is not fixed to the building</source>
   <translation>Aus lässt alles weg, was nicht fest zum Gebäude gehört</translation>
  </message>
  <message>
   <source>Off: hidden in the panes and left out of renders</source>
   <translation>Aus: in den Bereichen verborgen und nicht im fertigen Bild</translation>
  </message>
  <message>
   <source>Off: plants are not drawn while you work; renders still show them</source>
   <translation>Aus: Pflanzen werden beim Arbeiten nicht gezeichnet; das fertige Bild zeigt sie</translation>
  </message>
  <message>
   <source>Offers to save first</source>
   <translation>Bietet zuerst das Speichern an</translation>
  </message>
  <message>
   <source>Old man with stick</source>
   <translation>Alter Mann mit Stock</translation>
  </message>
  <message>
   <source>Older undo steps beyond this are kept on disk</source>
   <translation>Ältere Schritte darüber hinaus liegen auf der Platte</translation>
  </message>
  <message>
   <source>On the ground, level, free in the view plane</source>
   <translation>Auf dem Boden, waagrecht, frei in der Bildebene</translation>
  </message>
  <message>
   <source>Once, at one place</source>
   <translation>Einmal, an einer Stelle</translation>
  </message>
  <message>
   <source>One of the grown variants that are planted in turn</source>
   <translation>Eine der gewachsenen Varianten, die abwechselnd gepflanzt werden</translation>
  </message>
  <message>
   <source>One place on in the shot strip</source>
   <translation>Einen Platz weiter in der Aufnahmenleiste</translation>
  </message>
  <message>
   <source>Opacity map</source>
   <translation>Deckkraftkarte</translation>
  </message>
  <message>
   <source>Opaque</source>
   <translation>Undurchsichtig</translation>
  </message>
  <message>
   <source>Open a project file</source>
   <translation>Eine Projektdatei öffnen</translation>
  </message>
  <message>
   <source>Open edges</source>
   <translation>Offene Kanten</translation>
  </message>
  <message>
   <source>Open folder</source>
   <translation>Ordner öffnen</translation>
  </message>
  <message>
   <source>Open project</source>
   <translation>Projekt öffnen</translation>
  </message>
  <message>
   <source>Open recent</source>
   <translation>Zuletzt geöffnet</translation>
  </message>
  <message>
   <source>Open recent…</source>
   <translation>Zuletzt geöffnet …</translation>
  </message>
  <message>
   <source>Open the demo</source>
   <translation>Demo öffnen</translation>
  </message>
  <message>
   <source>Open…</source>
   <translation>Öffnen …</translation>
  </message>
  <message>
   <source>Opposite</source>
   <translation>Gegenständig</translation>
  </message>
  <message>
   <source>Orbit what lies under the pointer; in the plan pan</source>
   <translation>Um das kreisen, was unter dem Zeiger liegt; im Plan schieben</translation>
  </message>
  <message>
   <source>Order of the list</source>
   <translation>Reihenfolge der Liste</translation>
  </message>
  <message>
   <source>Other</source>
   <translation>Anderes</translation>
  </message>
  <message>
   <source>Outline</source>
   <translation>Umriss</translation>
  </message>
  <message>
   <source>Output</source>
   <translation>Ausgabe</translation>
  </message>
  <message>
   <source>Output file</source>
   <translation>Ausgabedatei</translation>
  </message>
  <message>
   <source>Ovate</source>
   <translation>Eiförmig</translation>
  </message>
  <message>
   <source>Overall</source>
   <translation>Gesamt</translation>
  </message>
  <message>
   <source>Overcast</source>
   <translation>Bedeckt</translation>
  </message>
  <message>
   <source>Own material</source>
   <translation>Eigenes Material</translation>
  </message>
  <message>
   <source>Own mix</source>
   <translation>Eigene Mischung</translation>
  </message>
  <message>
   <source>Oxeye daisy</source>
   <translation>Margerite</translation>
  </message>
  <message>
   <source>PNG, JPEG or TIFF for a finished image, EXR for scene-linear data</source>
   <translation>PNG, JPEG oder TIFF für ein fertiges Bild, EXR für lineare Szenenwerte</translation>
  </message>
  <message>
   <source>Pad</source>
   <translation>Planum</translation>
  </message>
  <message>
   <source>Page of the guide</source>
   <translation>Seite der Anleitung</translation>
  </message>
  <message>
   <source>Pages</source>
   <translation>Seiten</translation>
  </message>
  <message>
   <source>Paint</source>
   <translation>Malen</translation>
  </message>
  <message>
   <source>Paint a cover of the ground, or wipe it off</source>
   <translation>Einen Belag des Geländes malen oder wegwischen</translation>
  </message>
  <message>
   <source>Paint cover</source>
   <translation>Belag malen</translation>
  </message>
  <message>
   <source>Painted weatherboarding</source>
   <translation>Stülpschalung, gestrichen</translation>
  </message>
  <message>
   <source>Pairs</source>
   <translation>Paare</translation>
  </message>
  <message>
   <source>Palmate</source>
   <translation>Handförmig</translation>
  </message>
  <message>
   <source>Pampas grass</source>
   <translation>Pampasgras</translation>
  </message>
  <message>
   <source>Pan</source>
   <translation>Schieben</translation>
  </message>
  <message>
   <source>Panes</source>
   <translation>Bereiche</translation>
  </message>
  <message>
   <source>Panicle</source>
   <translation>Rispe</translation>
  </message>
  <message>
   <source>Parameter group</source>
   <translation>Wertegruppe</translation>
  </message>
  <message>
   <source>Part material</source>
   <translation>Teilmaterial</translation>
  </message>
  <message>
   <source>Part of the design</source>
   <translation>Teil des Entwurfs</translation>
  </message>
  <message>
   <source>Parts</source>
   <translation>Teile</translation>
  </message>
  <message>
   <source>Passes</source>
   <translation>Pässe</translation>
  </message>
  <message>
   <source>Paste</source>
   <translation>Einfügen</translation>
  </message>
  <message>
   <source>Paste at pointer</source>
   <translation>Am Zeiger einfügen</translation>
  </message>
  <message>
   <source>Paste in place</source>
   <translation>An Ort und Stelle einfügen</translation>
  </message>
  <message>
   <source>Paste on the ground under the pointer</source>
   <translation>Auf dem Boden unter dem Zeiger einfügen</translation>
  </message>
  <message>
   <source>Paste where it was copied from</source>
   <translation>Einfügen, von wo es kopiert wurde</translation>
  </message>
  <message>
   <source>Patch size</source>
   <translation>Fleckengröße</translation>
  </message>
  <message>
   <source>Patchiness</source>
   <translation>Flecken</translation>
  </message>
  <message>
   <source>Path</source>
   <translation>Weg</translation>
  </message>
  <message>
   <source>Pause rendering</source>
   <translation>Rendern anhalten</translation>
  </message>
  <message>
   <source>Pendulous sedge</source>
   <translation>Hängende Segge</translation>
  </message>
  <message>
   <source>People</source>
   <translation>Menschen</translation>
  </message>
  <message>
   <source>Per metre</source>
   <translation>Je Meter</translation>
  </message>
  <message>
   <source>Per whorl</source>
   <translation>Je Quirl</translation>
  </message>
  <message>
   <source>Perennials and wildflowers</source>
   <translation>Stauden und Wildblumen</translation>
  </message>
  <message>
   <source>Perforated steel</source>
   <translation>Lochblech</translation>
  </message>
  <message>
   <source>Person</source>
   <translation>Person</translation>
  </message>
  <message>
   <source>Person on a bench</source>
   <translation>Person auf einer Bank</translation>
  </message>
  <message>
   <source>Person, %1</source>
   <translation>Person, %1</translation>
  </message>
  <message>
   <source>Petals</source>
   <translation>Blütenblätter</translation>
  </message>
  <message>
   <source>Pick up</source>
   <translation>Aufnehmen</translation>
  </message>
  <message>
   <source>Pick up material</source>
   <translation>Material aufnehmen</translation>
  </message>
  <message>
   <source>Picket fence</source>
   <translation>Lattenzaun</translation>
  </message>
  <message>
   <source>Picnic table</source>
   <translation>Picknicktisch</translation>
  </message>
  <message>
   <source>Picture</source>
   <translation>Bild</translation>
  </message>
  <message>
   <source>Pile height</source>
   <translation>Haufenhöhe</translation>
  </message>
  <message>
   <source>Pine</source>
   <translation>Kiefer</translation>
  </message>
  <message>
   <source>Pine cones</source>
   <translation>Kiefernzapfen</translation>
  </message>
  <message>
   <source>Pine needles</source>
   <translation>Kiefernnadeln</translation>
  </message>
  <message>
   <source>Pinnate</source>
   <translation>Gefiedert</translation>
  </message>
  <message>
   <source>Place</source>
   <translation>Ort</translation>
  </message>
  <message>
   <source>Place a copy next to the selection</source>
   <translation>Eine Kopie neben die Auswahl setzen</translation>
  </message>
  <message>
   <source>Place a scale figure, %1 high</source>
   <translation>Eine %1 hohe Figur aufstellen</translation>
  </message>
  <message>
   <source>Place figure</source>
   <translation>Figur aufstellen</translation>
  </message>
  <message>
   <source>Place image card</source>
   <translation>Bildtafel aufstellen</translation>
  </message>
  <message>
   <source>Place in scene</source>
   <translation>In der Szene aufstellen</translation>
  </message>
  <message>
   <source>Placed</source>
   <translation>Gesetzt</translation>
  </message>
  <message>
   <source>Plain clay tiles</source>
   <translation>Biberschwanzziegel</translation>
  </message>
  <message>
   <source>Plain colour</source>
   <translation>Einfarbig</translation>
  </message>
  <message>
   <source>Plan</source>
   <translation>Plan</translation>
  </message>
  <message>
   <source>Plan shows</source>
   <translation>Plan zeigt</translation>
  </message>
  <message>
   <source>Plan – Thallos</source>
   <translation>Plan – Thallos</translation>
  </message>
  <message>
   <source>Plant</source>
   <translation>Pflanzen</translation>
  </message>
  <message>
   <source>Plant climber</source>
   <translation>Kletterpflanze setzen</translation>
  </message>
  <message>
   <source>Plant library: browse, edit, plant</source>
   <translation>Pflanzenbibliothek: ansehen, bearbeiten, pflanzen</translation>
  </message>
  <message>
   <source>Plant single trees, shrubs or tufts by click</source>
   <translation>Einzelne Bäume, Sträucher oder Horste durch Klick pflanzen</translation>
  </message>
  <message>
   <source>Plant specimen</source>
   <translation>Solitär pflanzen</translation>
  </message>
  <message>
   <source>Plant: trees, shrubs and meadows</source>
   <translation>Pflanzen: Bäume, Sträucher und Wiesen</translation>
  </message>
  <message>
   <source>Planter</source>
   <translation>Pflanzkasten</translation>
  </message>
  <message>
   <source>Planting</source>
   <translation>Bepflanzung</translation>
  </message>
  <message>
   <source>Plants</source>
   <translation>Pflanzen</translation>
  </message>
  <message>
   <source>Plants drawn</source>
   <translation>Gezeichnete Pflanzen</translation>
  </message>
  <message>
   <source>Plants in the scene · renderer memory · estimated final render time of this shot on this computer</source>
   <translation>Pflanzen in der Szene · Speicher des Renderers · geschätzte Zeit für das fertige Bild dieser Aufnahme auf diesem Rechner</translation>
  </message>
  <message>
   <source>Plants keep off it. Ends at a building go with it.</source>
   <translation>Pflanzen bleiben ihm fern. Enden an einem Gebäude gehen mit diesem.</translation>
  </message>
  <message>
   <source>Plants keep out of it. It stays at its door when the building is moved.</source>
   <translation>Pflanzen bleiben draußen. Er bleibt an seiner Tür, wenn das Gebäude verschoben wird.</translation>
  </message>
  <message>
   <source>Plants keep out of this outline. Drag its points in either pane.</source>
   <translation>Pflanzen bleiben aus diesem Umriss. Seine Punkte lassen sich in beiden Bereichen ziehen.</translation>
  </message>
  <message>
   <source>Plants per square metre; changing it never moves a plant</source>
   <translation>Pflanzen je Quadratmeter; sie zu ändern versetzt keine Pflanze</translation>
  </message>
  <message>
   <source>Plants vary in size and colour from one to the next; props and people do not</source>
   <translation>Pflanzen unterscheiden sich in Größe und Farbe; Requisiten und Menschen nicht</translation>
  </message>
  <message>
   <source>Plumb</source>
   <translation>Lot</translation>
  </message>
  <message>
   <source>Plume</source>
   <translation>Fahne</translation>
  </message>
  <message>
   <source>Points that no face uses. They are not seen. Repair removes them.</source>
   <translation>Punkte, die keine Fläche benutzt. Man sieht sie nicht. Die Abhilfe entfernt sie.</translation>
  </message>
  <message>
   <source>Pollarded willow</source>
   <translation>Kopfweide</translation>
  </message>
  <message>
   <source>Pool</source>
   <translation>Becken</translation>
  </message>
  <message>
   <source>Poppy</source>
   <translation>Mohn</translation>
  </message>
  <message>
   <source>Position of the building's centre, from the centre of the site</source>
   <translation>Lage der Gebäudemitte, von der Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>Position of the lower left corner, from the centre of the site</source>
   <translation>Lage der linken unteren Ecke, von der Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>Position of the picture's centre, from the centre of the site</source>
   <translation>Lage der Bildmitte, vom Mittelpunkt des Grundstücks aus</translation>
  </message>
  <message>
   <source>Position of the stem, from the centre of the site</source>
   <translation>Lage des Stammes, von der Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>Post</source>
   <translation>Pfosten</translation>
  </message>
  <message>
   <source>Preferences</source>
   <translation>Einstellungen</translation>
  </message>
  <message>
   <source>Preferences…</source>
   <translation>Einstellungen …</translation>
  </message>
  <message>
   <source>Presentation only</source>
   <translation>Nur zur Darstellung</translation>
  </message>
  <message>
   <source>Preview</source>
   <translation>Vorschau</translation>
  </message>
  <message>
   <source>Previous shot</source>
   <translation>Vorige Aufnahme</translation>
  </message>
  <message>
   <source>Previous view</source>
   <translation>Vorige Ansicht</translation>
  </message>
  <message>
   <source>Price</source>
   <translation>Preis</translation>
  </message>
  <message>
   <source>Probe: what is under the pointer, how far, how bright</source>
   <translation>Messpunkt: was unter dem Zeiger ist, wie weit, wie hell</translation>
  </message>
  <message>
   <source>Processor threads; 0 uses all</source>
   <translation>Prozessor-Threads; 0 nutzt alle</translation>
  </message>
  <message>
   <source>Progress</source>
   <translation>Fortschritt</translation>
  </message>
  <message>
   <source>Prop</source>
   <translation>Requisite</translation>
  </message>
  <message>
   <source>Properties</source>
   <translation>Eigenschaften</translation>
  </message>
  <message>
   <source>Proportions</source>
   <translation>Proportionen</translation>
  </message>
  <message>
   <source>Props</source>
   <translation>Requisiten</translation>
  </message>
  <message>
   <source>Protect</source>
   <translation>Schützen</translation>
  </message>
  <message>
   <source>Puddles</source>
   <translation>Pfützen</translation>
  </message>
  <message>
   <source>Pull downwards</source>
   <translation>Zug nach unten</translation>
  </message>
  <message>
   <source>Pull to the light</source>
   <translation>Zug zum Licht</translation>
  </message>
  <message>
   <source>Purple lupin</source>
   <translation>Lupine</translation>
  </message>
  <message>
   <source>Put a model from a file in the place of each selected part</source>
   <translation>Ein Modell aus einer Datei an die Stelle jedes ausgewählten Teils setzen</translation>
  </message>
  <message>
   <source>Q, E, Page Up, Page Down</source>
   <translation>Q, E, Bild auf, Bild ab</translation>
  </message>
  <message>
   <source>Quaking grass</source>
   <translation>Zittergras</translation>
  </message>
  <message>
   <source>Quit</source>
   <translation>Beenden</translation>
  </message>
  <message>
   <source>Radius</source>
   <translation>Radius</translation>
  </message>
  <message>
   <source>Radius by which sharp edges catch the light close up; the model stays as it is</source>
   <translation>Radius, mit dem scharfe Kanten von nahem das Licht fangen; das Modell bleibt, wie es ist</translation>
  </message>
  <message>
   <source>Raggedness</source>
   <translation>Zerzaust</translation>
  </message>
  <message>
   <source>Rail fence</source>
   <translation>Stangenzaun</translation>
  </message>
  <message>
   <source>Raise</source>
   <translation>Heben</translation>
  </message>
  <message>
   <source>Raise above the ground</source>
   <translation>Über das Gelände heben</translation>
  </message>
  <message>
   <source>Raise above the water</source>
   <translation>Über das Wasser heben</translation>
  </message>
  <message>
   <source>Raise by</source>
   <translation>Heben um</translation>
  </message>
  <message>
   <source>Raise the ground only up to a level, or lower it only down to one</source>
   <translation>Das Gelände nur bis zu einer Höhe heben oder nur bis zu einer senken</translation>
  </message>
  <message>
   <source>Raise, lower, level, smooth, roughen or slump the ground under a brush</source>
   <translation>Das Gelände mit einem Pinsel heben, senken, ebnen, glätten, aufrauen oder rutschen lassen</translation>
  </message>
  <message>
   <source>Raises or lowers the view and keeps verticals parallel</source>
   <translation>Hebt oder senkt den Ausschnitt und hält Senkrechte parallel</translation>
  </message>
  <message>
   <source>Rammed earth</source>
   <translation>Stampflehm</translation>
  </message>
  <message>
   <source>Ramp</source>
   <translation>Rampe</translation>
  </message>
  <message>
   <source>Random (no visible repeat)</source>
   <translation>Zufällig (ohne sichtbare Wiederholung)</translation>
  </message>
  <message>
   <source>Random is for irregular textures such as render, gravel or bark; not for bricks or boards</source>
   <translation>Zufällig ist für unregelmäßige Texturen wie Putz, Kies oder Rinde; nicht für Ziegel oder Bretter</translation>
  </message>
  <message>
   <source>Ranging rod, %1</source>
   <translation>Fluchtstab, %1</translation>
  </message>
  <message>
   <source>Re-import</source>
   <translation>Neu importieren</translation>
  </message>
  <message>
   <source>Re-imported %1</source>
   <translation>%1 neu importiert</translation>
  </message>
  <message>
   <source>Re-import…</source>
   <translation>Neu importieren …</translation>
  </message>
  <message>
   <source>Reach</source>
   <translation>Reichweite</translation>
  </message>
  <message>
   <source>Reach of the brush ([ and ])</source>
   <translation>Reichweite des Pinsels ([ und ])</translation>
  </message>
  <message>
   <source>Read the changed file of a building again; place, materials and changes stay</source>
   <translation>Die geänderte Datei eines Gebäudes neu lesen; Lage, Materialien und Änderungen bleiben</translation>
  </message>
  <message>
   <source>Reader on a bench</source>
   <translation>Lesende Person auf einer Bank</translation>
  </message>
  <message>
   <source>Reading %1</source>
   <translation>%1 wird gelesen</translation>
  </message>
  <message>
   <source>Reading %w was stopped after %1 s</source>
   <translation>Das Lesen von %w wurde nach %1 s abgebrochen</translation>
  </message>
  <message>
   <source>Real height</source>
   <translation>Wahre Höhe</translation>
  </message>
  <message>
   <source>Real height, whatever the file says; compare it with the person</source>
   <translation>Wahre Höhe, was auch die Datei sagt; vergleichen Sie mit der Person</translation>
  </message>
  <message>
   <source>Reassign</source>
   <translation>Neu zuweisen</translation>
  </message>
  <message>
   <source>Recent projects</source>
   <translation>Letzte Projekte</translation>
  </message>
  <message>
   <source>Recent projects with thumbnails</source>
   <translation>Letzte Projekte mit Vorschaubildern</translation>
  </message>
  <message>
   <source>Recompute normals</source>
   <translation>Normalen neu berechnen</translation>
  </message>
  <message>
   <source>Recover</source>
   <translation>Wiederherstellen</translation>
  </message>
  <message>
   <source>Recover unsaved work</source>
   <translation>Ungespeicherte Arbeit wiederherstellen</translation>
  </message>
  <message>
   <source>Recovered, except %1, which could not be read.</source>
   <translation>Wiederhergestellt, außer %1, das nicht gelesen werden konnte.</translation>
  </message>
  <message>
   <source>Redo</source>
   <translation>Wiederholen</translation>
  </message>
  <message>
   <source>Redo: %1 (%2)</source>
   <translation>Wiederholen: %1 (%2)</translation>
  </message>
  <message>
   <source>Reduced from %1 to %2 triangles; fewer at a distance</source>
   <translation>Von %1 auf %2 Dreiecke verringert; in der Ferne weniger</translation>
  </message>
  <message>
   <source>Reed</source>
   <translation>Schilf</translation>
  </message>
  <message>
   <source>Reed thatch</source>
   <translation>Reetdach</translation>
  </message>
  <message>
   <source>Reedmace</source>
   <translation>Rohrkolben</translation>
  </message>
  <message>
   <source>Refine only a rectangle; again to clear it</source>
   <translation>Nur ein Rechteck verfeinern; nochmals hebt es auf</translation>
  </message>
  <message>
   <source>Region only · %1 clears it</source>
   <translation>Nur der Ausschnitt · %1 hebt ihn auf</translation>
  </message>
  <message>
   <source>Reinstall Thallos</source>
   <translation>Installieren Sie Thallos neu</translation>
  </message>
  <message>
   <source>Reinstall Thallos or set THALLOS_ASSETS</source>
   <translation>Installieren Sie Thallos neu oder setzen Sie THALLOS_ASSETS</translation>
  </message>
  <message>
   <source>Relative to the imported model</source>
   <translation>Im Verhältnis zum importierten Modell</translation>
  </message>
  <message>
   <source>Relative to the material's real size</source>
   <translation>Im Verhältnis zur wahren Größe des Materials</translation>
  </message>
  <message>
   <source>Relative to the typical height of the species</source>
   <translation>Im Verhältnis zur üblichen Höhe der Art</translation>
  </message>
  <message>
   <source>Release</source>
   <translation>Freigeben</translation>
  </message>
  <message>
   <source>Relief from colour map</source>
   <translation>Relief aus Farbtextur</translation>
  </message>
  <message>
   <source>Relief height</source>
   <translation>Reliefhöhe</translation>
  </message>
  <message>
   <source>Remove</source>
   <translation>Entfernen</translation>
  </message>
  <message>
   <source>Remove change</source>
   <translation>Änderung zurücknehmen</translation>
  </message>
  <message>
   <source>Remove duplicate faces</source>
   <translation>Doppelte Flächen entfernen</translation>
  </message>
  <message>
   <source>Remove from group</source>
   <translation>Aus der Gruppe nehmen</translation>
  </message>
  <message>
   <source>Remove from library</source>
   <translation>Aus der Bibliothek entfernen</translation>
  </message>
  <message>
   <source>Remove leftovers</source>
   <translation>Überbleibsel entfernen</translation>
  </message>
  <message>
   <source>Remove loose vertices</source>
   <translation>Lose Punkte entfernen</translation>
  </message>
  <message>
   <source>Remove map</source>
   <translation>Karte entfernen</translation>
  </message>
  <message>
   <source>Remove point</source>
   <translation>Punkt entfernen</translation>
  </message>
  <message>
   <source>Remove this change; the later ones stay</source>
   <translation>Diese Änderung zurücknehmen; die späteren bleiben</translation>
  </message>
  <message>
   <source>Remove your own species from your library; projects that use it keep their copy</source>
   <translation>Ihre eigene Art aus der Bibliothek entfernen; Projekte, die sie verwenden, behalten ihre Kopie</translation>
  </message>
  <message>
   <source>Remove: %1</source>
   <translation>Zurücknehmen: %1</translation>
  </message>
  <message>
   <source>Rename</source>
   <translation>Umbenennen</translation>
  </message>
  <message>
   <source>Rename it</source>
   <translation>Benennen Sie es um</translation>
  </message>
  <message>
   <source>Rename site</source>
   <translation>Grundstück umbenennen</translation>
  </message>
  <message>
   <source>Rename the site and save again</source>
   <translation>Benennen Sie das Gelände um und speichern Sie erneut</translation>
  </message>
  <message>
   <source>Render</source>
   <translation>Rendern</translation>
  </message>
  <message>
   <source>Render cancelled. No file was written.</source>
   <translation>Rendern abgebrochen. Es wurde keine Datei geschrieben.</translation>
  </message>
  <message>
   <source>Render cost</source>
   <translation>Renderaufwand</translation>
  </message>
  <message>
   <source>Render cost…</source>
   <translation>Renderaufwand …</translation>
  </message>
  <message>
   <source>Render region</source>
   <translation>Ausschnitt rendern</translation>
  </message>
  <message>
   <source>Render region only</source>
   <translation>Nur den Ausschnitt rendern</translation>
  </message>
  <message>
   <source>Render settings</source>
   <translation>Rendereinstellungen</translation>
  </message>
  <message>
   <source>Render shot</source>
   <translation>Aufnahme rendern</translation>
  </message>
  <message>
   <source>Render shot…</source>
   <translation>Aufnahme rendern …</translation>
  </message>
  <message>
   <source>Render this shot to a file</source>
   <translation>Diese Aufnahme in eine Datei rendern</translation>
  </message>
  <message>
   <source>Render time by what is visible. The remaining %1 % is sky. Plants share memory between instances.</source>
   <translation>Renderzeit nach dem, was zu sehen ist. Die übrigen %1 % sind Himmel. Pflanzen teilen sich den Speicher.</translation>
  </message>
  <message>
   <source>Rendered, not saved</source>
   <translation>Gerendert, nicht gespeichert</translation>
  </message>
  <message>
   <source>Rendering</source>
   <translation>Wird gerendert</translation>
  </message>
  <message>
   <source>Reorder shots</source>
   <translation>Aufnahmen umordnen</translation>
  </message>
  <message>
   <source>Reorder steps</source>
   <translation>Schritte umordnen</translation>
  </message>
  <message>
   <source>Repair</source>
   <translation>Beheben</translation>
  </message>
  <message>
   <source>Repair all</source>
   <translation>Alle beheben</translation>
  </message>
  <message>
   <source>Repair everything that the list shows but leftovers, with default amounts</source>
   <translation>Alles aus der Liste beheben außer Überbleibseln, mit den Vorgaben</translation>
  </message>
  <message>
   <source>Repair this fault in all parts; one undo step</source>
   <translation>Diesen Fehler in allen Teilen beheben; ein Schritt, der sich zurücknehmen lässt</translation>
  </message>
  <message>
   <source>Repeat</source>
   <translation>Wiederholen</translation>
  </message>
  <message>
   <source>Repeat %1</source>
   <translation>%1 wiederholen</translation>
  </message>
  <message>
   <source>Repeat %1 parts</source>
   <translation>%1 Teile wiederholen</translation>
  </message>
  <message>
   <source>Repeat and bend</source>
   <translation>Wiederholen und biegen</translation>
  </message>
  <message>
   <source>Repeat fewer times, or simplify the part first</source>
   <translation>Wiederholen Sie seltener oder vereinfachen Sie zuerst das Teil</translation>
  </message>
  <message>
   <source>Repeat the undone step</source>
   <translation>Den zurückgenommenen Schritt wiederholen</translation>
  </message>
  <message>
   <source>Repeated over the cover</source>
   <translation>Über den Belag wiederholt</translation>
  </message>
  <message>
   <source>Replace</source>
   <translation>Ersetzen</translation>
  </message>
  <message>
   <source>Replace %1</source>
   <translation>%1 ersetzen</translation>
  </message>
  <message>
   <source>Replace %1 parts</source>
   <translation>%1 Teile ersetzen</translation>
  </message>
  <message>
   <source>Replace by file</source>
   <translation>Durch Datei ersetzen</translation>
  </message>
  <message>
   <source>Replace by file…</source>
   <translation>Durch Datei ersetzen …</translation>
  </message>
  <message>
   <source>Replace part</source>
   <translation>Teil ersetzen</translation>
  </message>
  <message>
   <source>Reset to default</source>
   <translation>Auf Standard zurücksetzen</translation>
  </message>
  <message>
   <source>Resolution</source>
   <translation>Auflösung</translation>
  </message>
  <message>
   <source>Restore</source>
   <translation>Wiederherstellen</translation>
  </message>
  <message>
   <source>Restore defaults</source>
   <translation>Standard wiederherstellen</translation>
  </message>
  <message>
   <source>Results</source>
   <translation>Treffer</translation>
  </message>
  <message>
   <source>Retaining wall</source>
   <translation>Stützmauer</translation>
  </message>
  <message>
   <source>Retaining walls</source>
   <translation>Stützmauern</translation>
  </message>
  <message>
   <source>Return to shot</source>
   <translation>Zurück zur Aufnahme</translation>
  </message>
  <message>
   <source>Return to the view saved in the shot</source>
   <translation>Zurück zur Ansicht, die in der Aufnahme gespeichert ist</translation>
  </message>
  <message>
   <source>Reverse snapping; rotation steps by 15°</source>
   <translation>Fangen umkehren; Drehen in Schritten von 15°</translation>
  </message>
  <message>
   <source>Revert</source>
   <translation>Zurücksetzen</translation>
  </message>
  <message>
   <source>Revert to the species as saved in the library</source>
   <translation>Zur Art, wie sie in der Bibliothek steht, zurück</translation>
  </message>
  <message>
   <source>Rhombic</source>
   <translation>Rautenförmig</translation>
  </message>
  <message>
   <source>Right drag</source>
   <translation>Rechts ziehen</translation>
  </message>
  <message>
   <source>Rim</source>
   <translation>Rand</translation>
  </message>
  <message>
   <source>Rippled sand</source>
   <translation>Sand mit Rippeln</translation>
  </message>
  <message>
   <source>Ripples</source>
   <translation>Wellen</translation>
  </message>
  <message>
   <source>Rise</source>
   <translation>Höhenunterschied</translation>
  </message>
  <message>
   <source>Rise %1 · slope %2°</source>
   <translation>Anstieg %1 · Neigung %2°</translation>
  </message>
  <message>
   <source>Riser</source>
   <translation>Steigung</translation>
  </message>
  <message>
   <source>River gravel</source>
   <translation>Flusskies</translation>
  </message>
  <message>
   <source>River pebbles</source>
   <translation>Flusskiesel</translation>
  </message>
  <message>
   <source>Road</source>
   <translation>Straße</translation>
  </message>
  <message>
   <source>Rock face</source>
   <translation>Felswand</translation>
  </message>
  <message>
   <source>Rock-faced ashlar</source>
   <translation>Bossenquader</translation>
  </message>
  <message>
   <source>Role of %1</source>
   <translation>Rolle von %1</translation>
  </message>
  <message>
   <source>Roman-format brick</source>
   <translation>Langformatziegel</translation>
  </message>
  <message>
   <source>Rosette</source>
   <translation>Rosette</translation>
  </message>
  <message>
   <source>Rotate</source>
   <translation>Drehen</translation>
  </message>
  <message>
   <source>Rotate about the centre of the selection</source>
   <translation>Um die Mitte der Auswahl drehen</translation>
  </message>
  <message>
   <source>Rotate in even steps</source>
   <translation>In gleichen Schritten drehen</translation>
  </message>
  <message>
   <source>Rotate the selection</source>
   <translation>Die Auswahl drehen</translation>
  </message>
  <message>
   <source>Rotation</source>
   <translation>Drehung</translation>
  </message>
  <message>
   <source>Rough grass</source>
   <translation>Raugras</translation>
  </message>
  <message>
   <source>Roughcast</source>
   <translation>Rauputz</translation>
  </message>
  <message>
   <source>Roughen</source>
   <translation>Aufrauen</translation>
  </message>
  <message>
   <source>Roughness</source>
   <translation>Rauheit</translation>
  </message>
  <message>
   <source>Roughness map</source>
   <translation>Rauheitskarte</translation>
  </message>
  <message>
   <source>Roughness of the clear coat: polished to satin</source>
   <translation>Rauheit des Klarlacks: poliert bis seidig</translation>
  </message>
  <message>
   <source>Round</source>
   <translation>Rund</translation>
  </message>
  <message>
   <source>Rounded edges</source>
   <translation>Gerundete Kanten</translation>
  </message>
  <message>
   <source>Roundness above</source>
   <translation>Rundung oben</translation>
  </message>
  <message>
   <source>Roundness below</source>
   <translation>Rundung unten</translation>
  </message>
  <message>
   <source>Rowan</source>
   <translation>Eberesche</translation>
  </message>
  <message>
   <source>Rubble, coursed</source>
   <translation>Bruchstein, geschichtet</translation>
  </message>
  <message>
   <source>Rubble, random</source>
   <translation>Bruchstein, wild</translation>
  </message>
  <message>
   <source>Run for 1 of rise at which the soil stands: dry sand 1.5, moist loam 1</source>
   <translation>Länge auf 1 Höhe, bei der der Boden steht: trockener Sand 1,5, feuchter Lehm 1</translation>
  </message>
  <message>
   <source>Run of its sides for 1 of rise at least: a bank that would be steeper stays lower</source>
   <translation>Länge der Seiten auf 1 Höhe mindestens: Ein Wall, der steiler würde, bleibt niedriger</translation>
  </message>
  <message>
   <source>Run of the slope beside the walkway for 1 of rise: larger is gentler</source>
   <translation>Länge der Böschung neben dem Weg je 1 Höhe: größer ist sanfter</translation>
  </message>
  <message>
   <source>Run of the slope down from filled ground for 1 of rise: larger is gentler</source>
   <translation>Länge der Böschung vom Auftrag hinab je 1 Höhe: größer ist sanfter</translation>
  </message>
  <message>
   <source>Run of the slope up into higher ground for 1 of rise: larger is gentler</source>
   <translation>Länge der Böschung hinauf ins höhere Gelände je 1 Höhe: größer ist sanfter</translation>
  </message>
  <message>
   <source>Run of the slopes beside it for 1 of rise: larger is gentler</source>
   <translation>Länge der Böschungen daneben auf 1 Höhe: größer ist flacher</translation>
  </message>
  <message>
   <source>Run of the slopes for 1 of rise: larger is gentler</source>
   <translation>Länge der Böschungen auf 1 Höhe: größer ist flacher</translation>
  </message>
  <message>
   <source>Running child</source>
   <translation>Laufendes Kind</translation>
  </message>
  <message>
   <source>Rush</source>
   <translation>Binse</translation>
  </message>
  <message>
   <source>Ruts</source>
   <translation>Fahrspuren</translation>
  </message>
  <message>
   <source>S</source>
   <translation>S</translation>
  </message>
  <message>
   <source>Samples</source>
   <translation>Samples</translation>
  </message>
  <message>
   <source>Saturation</source>
   <translation>Sättigung</translation>
  </message>
  <message>
   <source>Save</source>
   <translation>Speichern</translation>
  </message>
  <message>
   <source>Save a copy</source>
   <translation>Kopie speichern</translation>
  </message>
  <message>
   <source>Save a copy…</source>
   <translation>Kopie speichern …</translation>
  </message>
  <message>
   <source>Save again in a moment, or under another name</source>
   <translation>Speichern Sie gleich noch einmal oder unter einem anderen Namen</translation>
  </message>
  <message>
   <source>Save as .exr, or as separate files</source>
   <translation>Speichern Sie als .exr, oder als eigene Dateien</translation>
  </message>
  <message>
   <source>Save as…</source>
   <translation>Speichern unter …</translation>
  </message>
  <message>
   <source>Save it under another name.</source>
   <translation>Speichern Sie es unter einem anderen Namen.</translation>
  </message>
  <message>
   <source>Save project</source>
   <translation>Projekt speichern</translation>
  </message>
  <message>
   <source>Save the project and open it again</source>
   <translation>Speichern Sie das Projekt und öffnen Sie es erneut</translation>
  </message>
  <message>
   <source>Save the project; you can go on working</source>
   <translation>Das Projekt speichern; Sie können weiterarbeiten</translation>
  </message>
  <message>
   <source>Save the species to your library, for all projects</source>
   <translation>Die Art für alle Projekte in Ihrer Bibliothek speichern</translation>
  </message>
  <message>
   <source>Save the view, as it is now, to a file</source>
   <translation>Die Ansicht, wie sie jetzt ist, in eine Datei speichern</translation>
  </message>
  <message>
   <source>Save this view to the shot</source>
   <translation>Diese Ansicht in die Aufnahme übernehmen</translation>
  </message>
  <message>
   <source>Save to another file and continue in this one</source>
   <translation>In eine andere Datei speichern und in dieser weiterarbeiten</translation>
  </message>
  <message>
   <source>Save to my library</source>
   <translation>In meiner Bibliothek speichern</translation>
  </message>
  <message>
   <source>Save under another name</source>
   <translation>Unter anderem Namen speichern</translation>
  </message>
  <message>
   <source>Save under another name and continue in that file</source>
   <translation>Unter anderem Namen speichern und in jener Datei weiterarbeiten</translation>
  </message>
  <message>
   <source>Save view as image</source>
   <translation>Ansicht als Bild speichern</translation>
  </message>
  <message>
   <source>Save view as image…</source>
   <translation>Ansicht als Bild speichern …</translation>
  </message>
  <message numerus="yes">
   <source>Saved %1 and %n more file(s) in %2 · took %3</source>
   <translation>
    <numerusform>%1 und %n weitere Datei in %2 gespeichert · dauerte %3</numerusform>
    <numerusform>%1 und %n weitere Dateien in %2 gespeichert · dauerte %3</numerusform>
   </translation>
  </message>
  <message>
   <source>Saved %1 in %2 · took %3</source>
   <translation>%1 in %2 gespeichert · dauerte %3</translation>
  </message>
  <message>
   <source>Saved %1.</source>
   <translation>%1 gespeichert.</translation>
  </message>
  <message>
   <source>Scale</source>
   <translation>Skalieren</translation>
  </message>
  <message>
   <source>Scale bar</source>
   <translation>Maßstab</translation>
  </message>
  <message>
   <source>Scale figure, looking up</source>
   <translation>Maßfigur, aufblickend</translation>
  </message>
  <message>
   <source>Scale figure, walking</source>
   <translation>Maßfigur, gehend</translation>
  </message>
  <message>
   <source>Scale the selection about its pivot</source>
   <translation>Die Auswahl um ihren Drehpunkt skalieren</translation>
  </message>
  <message>
   <source>Scaled from %1 to %2</source>
   <translation>Von %1 auf %2 skaliert</translation>
  </message>
  <message>
   <source>Screen area</source>
   <translation>Bildfläche</translation>
  </message>
  <message>
   <source>Sculpt</source>
   <translation>Modellieren</translation>
  </message>
  <message>
   <source>Search the guide</source>
   <translation>Anleitung durchsuchen</translation>
  </message>
  <message>
   <source>Season</source>
   <translation>Jahreszeit</translation>
  </message>
  <message>
   <source>Seasons</source>
   <translation>Jahreszeiten</translation>
  </message>
  <message>
   <source>Seat</source>
   <translation>Setzen</translation>
  </message>
  <message>
   <source>Seat height</source>
   <translation>Sitzhöhe</translation>
  </message>
  <message>
   <source>Seat: import the building and place it on its ground</source>
   <translation>Setzen: das Gebäude importieren und auf seinen Boden stellen</translation>
  </message>
  <message>
   <source>Seating</source>
   <translation>Stand</translation>
  </message>
  <message>
   <source>Second key</source>
   <translation>Zweite Taste</translation>
  </message>
  <message>
   <source>Second key of %1</source>
   <translation>Zweite Taste für %1</translation>
  </message>
  <message>
   <source>Section</source>
   <translation>Schnitt</translation>
  </message>
  <message>
   <source>Section · %1 long</source>
   <translation>Schnitt · %1 lang</translation>
  </message>
  <message>
   <source>Sedum roof</source>
   <translation>Sedumdach</translation>
  </message>
  <message>
   <source>Seed</source>
   <translation>Zufallszahl</translation>
  </message>
  <message>
   <source>Segments</source>
   <translation>Abschnitte</translation>
  </message>
  <message>
   <source>Select</source>
   <translation>Auswählen</translation>
  </message>
  <message>
   <source>Select a building first, or drag %1 onto a part.</source>
   <translation>Wählen Sie zuerst ein Gebäude aus, oder ziehen Sie %1 auf ein Teil.</translation>
  </message>
  <message>
   <source>Select a building first.</source>
   <translation>Wählen Sie zuerst ein Gebäude aus.</translation>
  </message>
  <message>
   <source>Select all</source>
   <translation>Alles auswählen</translation>
  </message>
  <message>
   <source>Select all items in the list</source>
   <translation>Alle Objekte der Liste auswählen</translation>
  </message>
  <message>
   <source>Select all of this kind</source>
   <translation>Alle dieser Art auswählen</translation>
  </message>
  <message>
   <source>Select all of this material</source>
   <translation>Alle dieses Materials auswählen</translation>
  </message>
  <message>
   <source>Select all parts that are the same thing in another place</source>
   <translation>Alle Teile auswählen, die dasselbe an anderer Stelle sind</translation>
  </message>
  <message>
   <source>Select and drag items over the site; they keep to the ground</source>
   <translation>Objekte auswählen und über das Grundstück ziehen; sie bleiben auf dem Boden</translation>
  </message>
  <message>
   <source>Select every item of the kinds selected</source>
   <translation>Jedes Objekt der ausgewählten Gruppen auswählen</translation>
  </message>
  <message>
   <source>Select every part of the building that is of this material</source>
   <translation>Jedes Teil des Gebäudes auswählen, das aus diesem Material ist</translation>
  </message>
  <message>
   <source>Select identical</source>
   <translation>Gleiche auswählen</translation>
  </message>
  <message>
   <source>Select none</source>
   <translation>Nichts auswählen</translation>
  </message>
  <message>
   <source>Select planting; move, rotate and scale it or single specimens</source>
   <translation>Bepflanzung auswählen; sie oder einzelne Solitäre verschieben, drehen und skalieren</translation>
  </message>
  <message>
   <source>Select the building or part that is to get the material first.</source>
   <translation>Wählen Sie zuerst das Gebäude oder Teil aus, das das Material bekommen soll.</translation>
  </message>
  <message>
   <source>Select the item and bring it into view; a double click does the same</source>
   <translation>Das Objekt auswählen und ins Bild holen; ein Doppelklick tut dasselbe</translation>
  </message>
  <message>
   <source>Select the parts of the building that no shot shows, so that nobody dresses them</source>
   <translation>Die Teile des Gebäudes auswählen, die keine Aufnahme zeigt, damit niemand sie ausarbeitet</translation>
  </message>
  <message>
   <source>Select what makes the ground in either pane</source>
   <translation>In einer der Ansichten auswählen, was das Gelände bildet</translation>
  </message>
  <message>
   <source>Select what no shot sees</source>
   <translation>Auswählen, was keine Aufnahme zeigt</translation>
  </message>
  <message>
   <source>Select; again in the same place: inside a group, one plant, what lies below</source>
   <translation>Auswählen; nochmals an derselben Stelle: in einer Gruppe, eine Pflanze, das darunter</translation>
  </message>
  <message>
   <source>Selecting</source>
   <translation>Auswählen</translation>
  </message>
  <message>
   <source>Selection box</source>
   <translation>Auswahlrahmen</translation>
  </message>
  <message>
   <source>Self-luminous: a lamp shade about 3000, a bright panel 10 000</source>
   <translation>Selbst leuchtend: ein Lampenschirm etwa 3000, eine helle Fläche 10 000</translation>
  </message>
  <message>
   <source>Sensor width</source>
   <translation>Sensorbreite</translation>
  </message>
  <message>
   <source>Separate coplanar faces</source>
   <translation>Koplanare Flächen trennen</translation>
  </message>
  <message>
   <source>Separate files</source>
   <translation>Eigene Dateien</translation>
  </message>
  <message>
   <source>Set the base level so that the largest gap, up or down, is as small as can be</source>
   <translation>Die Unterkante so setzen, dass der größte Spalt nach oben oder unten so klein wie möglich ist</translation>
  </message>
  <message>
   <source>Set the selected building down on the ground below it</source>
   <translation>Das ausgewählte Gebäude auf den Boden darunter setzen</translation>
  </message>
  <message>
   <source>Sets a building into its site and renders it.</source>
   <translation>Setzt ein Gebäude in sein Grundstück und rendert es.</translation>
  </message>
  <message>
   <source>Sets leaves, flowers and colours for the whole project</source>
   <translation>Bestimmt Laub, Blüten und Farben für das ganze Projekt</translation>
  </message>
  <message>
   <source>Shape</source>
   <translation>Formen</translation>
  </message>
  <message>
   <source>Shape: model the ground, level pads, paint covers, add water</source>
   <translation>Formen: den Boden modellieren, Plana ebnen, Beläge malen, Wasser anlegen</translation>
  </message>
  <message>
   <source>Share of flowers</source>
   <translation>Blütenanteil</translation>
  </message>
  <message>
   <source>Share of small-scale detail</source>
   <translation>Anteil feiner Einzelheiten</translation>
  </message>
  <message>
   <source>Share of the full effect that each dab has</source>
   <translation>Anteil der vollen Wirkung, den jeder Tupfer hat</translation>
  </message>
  <message>
   <source>Share of the ground it takes there, in patches</source>
   <translation>Anteil des Geländes, den er dort einnimmt, in Flecken</translation>
  </message>
  <message>
   <source>Share of the light that passes through</source>
   <translation>Anteil des Lichts, der hindurchgeht</translation>
  </message>
  <message>
   <source>Share of the pane's pixels; lower is faster and softer</source>
   <translation>Anteil der Pixel des Bereichs; weniger ist schneller und weicher</translation>
  </message>
  <message>
   <source>Share of the planting that is drawn; always the same plants</source>
   <translation>Anteil der Bepflanzung, der gezeichnet wird; immer dieselben Pflanzen</translation>
  </message>
  <message>
   <source>Share of the sky covered: shadows soften and vanish, light turns even and cool</source>
   <translation>Bedeckter Anteil des Himmels: Schatten werden weich und vergehen, das Licht wird gleichmäßig und kühl</translation>
  </message>
  <message>
   <source>Share of this species in the mix</source>
   <translation>Anteil dieser Art an der Mischung</translation>
  </message>
  <message>
   <source>Sharp from</source>
   <translation>Scharf ab</translation>
  </message>
  <message>
   <source>Sheets without thickness</source>
   <translation>Flächen ohne Dicke</translation>
  </message>
  <message>
   <source>Shift along</source>
   <translation>Versatz längs</translation>
  </message>
  <message>
   <source>Shift up</source>
   <translation>Versatz hoch</translation>
  </message>
  <message>
   <source>Shift+click</source>
   <translation>Umschalt+Klick</translation>
  </message>
  <message>
   <source>Shift+drag on empty</source>
   <translation>Umschalt+Ziehen ins Leere</translation>
  </message>
  <message>
   <source>Shingles, weathered</source>
   <translation>Schindeln, verwittert</translation>
  </message>
  <message>
   <source>Shoes</source>
   <translation>Schuhe</translation>
  </message>
  <message>
   <source>Shoot length</source>
   <translation>Trieblänge</translation>
  </message>
  <message>
   <source>Shoots</source>
   <translation>Triebe</translation>
  </message>
  <message>
   <source>Short</source>
   <translation>Kurz</translation>
  </message>
  <message>
   <source>Short takes in more and adds depth; long brings the background near</source>
   <translation>Kurz nimmt mehr auf und gibt Tiefe; lang holt den Hintergrund heran</translation>
  </message>
  <message>
   <source>Short turf</source>
   <translation>Kurzer Rasen</translation>
  </message>
  <message>
   <source>Shortcuts</source>
   <translation>Tastenkürzel</translation>
  </message>
  <message>
   <source>Shortest stalk</source>
   <translation>Kürzester Stiel</translation>
  </message>
  <message>
   <source>Shorts</source>
   <translation>Kurze Hose</translation>
  </message>
  <message>
   <source>Shot</source>
   <translation>Aufnahme</translation>
  </message>
  <message>
   <source>Shot and plan; Tab in a pane does the same</source>
   <translation>Aufnahme und Plan; Tab in einem Bereich tut dasselbe</translation>
  </message>
  <message>
   <source>Shot as saved</source>
   <translation>Aufnahme wie gespeichert</translation>
  </message>
  <message>
   <source>Shot – Thallos</source>
   <translation>Aufnahme – Thallos</translation>
  </message>
  <message>
   <source>Shots</source>
   <translation>Aufnahmen</translation>
  </message>
  <message>
   <source>Show</source>
   <translation>Zeigen</translation>
  </message>
  <message>
   <source>Show again what was hidden</source>
   <translation>Wieder zeigen, was verborgen war</translation>
  </message>
  <message>
   <source>Show again what was hidden while working</source>
   <translation>Wieder zeigen, was beim Arbeiten ausgeblendet war</translation>
  </message>
  <message>
   <source>Show all hidden</source>
   <translation>Alles Ausgeblendete zeigen</translation>
  </message>
  <message>
   <source>Show its tools, items and properties</source>
   <translation>Ihre Werkzeuge, Objekte und Eigenschaften zeigen</translation>
  </message>
  <message>
   <source>Show materials again</source>
   <translation>Materialien wieder zeigen</translation>
  </message>
  <message>
   <source>Show only items whose name contains this</source>
   <translation>Nur Objekte zeigen, deren Name das enthält</translation>
  </message>
  <message>
   <source>Show or hide these rows</source>
   <translation>Diese Zeilen zeigen oder verbergen</translation>
  </message>
  <message>
   <source>Show or hide, also in renders</source>
   <translation>Zeigen oder verbergen, auch in Renderings</translation>
  </message>
  <message>
   <source>Show or hide, also in renders (%1)</source>
   <translation>Zeigen oder verbergen, auch im fertigen Bild (%1)</translation>
  </message>
  <message>
   <source>Show plants</source>
   <translation>Pflanzen zeigen</translation>
  </message>
  <message>
   <source>Show plants again</source>
   <translation>Pflanzen wieder zeigen</translation>
  </message>
  <message>
   <source>Show the building as it would be repaired; nothing is changed yet</source>
   <translation>Das Gebäude zeigen, wie es repariert aussähe; geändert wird noch nichts</translation>
  </message>
  <message>
   <source>Show the design alone while working; again shows all</source>
   <translation>Beim Arbeiten nur den Entwurf zeigen; noch einmal zeigt alles</translation>
  </message>
  <message>
   <source>Show the second pane in its own window, for a second monitor</source>
   <translation>Den zweiten Bereich in einem eigenen Fenster zeigen, für einen zweiten Bildschirm</translation>
  </message>
  <message>
   <source>Show this shot</source>
   <translation>Diese Aufnahme zeigen</translation>
  </message>
  <message>
   <source>Show what is near again</source>
   <translation>Wieder zeigen, was nahe ist</translation>
  </message>
  <message>
   <source>Shown in the plan and on sheets, not in renders.</source>
   <translation>In Plänen und auf Blättern zu sehen, nicht im fertigen Bild.</translation>
  </message>
  <message>
   <source>Shrubs</source>
   <translation>Sträucher</translation>
  </message>
  <message>
   <source>Sides of buildings and outlines</source>
   <translation>Seiten von Gebäuden und Umrissen</translation>
  </message>
  <message>
   <source>Sight line</source>
   <translation>Sichtlinie</translation>
  </message>
  <message>
   <source>Simplify it, or take it out</source>
   <translation>Vereinfachen Sie es oder nehmen Sie es heraus</translation>
  </message>
  <message>
   <source>Site</source>
   <translation>Grundstück</translation>
  </message>
  <message>
   <source>Site %1 · grid %2 · heights %3 to %4</source>
   <translation>Grundstück %1 · Raster %2 · Höhen %3 bis %4</translation>
  </message>
  <message>
   <source>Site depth</source>
   <translation>Tiefe des Grundstücks</translation>
  </message>
  <message>
   <source>Site plan</source>
   <translation>Lageplan</translation>
  </message>
  <message>
   <source>Site plan · cut and fill</source>
   <translation>Lageplan · Ab- und Auftrag</translation>
  </message>
  <message>
   <source>Site plan · slope</source>
   <translation>Lageplan · Neigung</translation>
  </message>
  <message>
   <source>Site width</source>
   <translation>Breite des Grundstücks</translation>
  </message>
  <message>
   <source>Size</source>
   <translation>Größe</translation>
  </message>
  <message>
   <source>Size of its patches where it does not take all of the ground</source>
   <translation>Größe der Flecken, wo er nicht das ganze Gelände einnimmt</translation>
  </message>
  <message>
   <source>Size of one angle step</source>
   <translation>Größe eines Winkelschritts</translation>
  </message>
  <message>
   <source>Size of text and controls, from the next start on</source>
   <translation>Größe von Schrift und Bedienung, ab dem nächsten Start</translation>
  </message>
  <message>
   <source>Size variation</source>
   <translation>Größenstreuung</translation>
  </message>
  <message>
   <source>Skin</source>
   <translation>Haut</translation>
  </message>
  <message>
   <source>Skirt</source>
   <translation>Rock</translation>
  </message>
  <message>
   <source>Sky</source>
   <translation>Himmel</translation>
  </message>
  <message>
   <source>Slate roof</source>
   <translation>Schieferdach</translation>
  </message>
  <message>
   <source>Slatted bin</source>
   <translation>Lattenbehälter</translation>
  </message>
  <message>
   <source>Slatted screen</source>
   <translation>Lattenwand</translation>
  </message>
  <message>
   <source>Slope</source>
   <translation>Neigung</translation>
  </message>
  <message>
   <source>Slope along it at most: the ground is cut and filled to keep it</source>
   <translation>Höchste Längsneigung: Das Gelände wird dafür ab- und aufgetragen</translation>
  </message>
  <message>
   <source>Slope from</source>
   <translation>Neigung von</translation>
  </message>
  <message>
   <source>Slope of the whole site, rising to the east</source>
   <translation>Neigung des ganzen Grundstücks, nach Osten steigend</translation>
  </message>
  <message>
   <source>Slope of the whole site, rising to the north</source>
   <translation>Neigung des ganzen Grundstücks, nach Norden steigend</translation>
  </message>
  <message>
   <source>Slope to</source>
   <translation>Neigung bis</translation>
  </message>
  <message>
   <source>Slope to east</source>
   <translation>Anstieg nach Ost</translation>
  </message>
  <message>
   <source>Slope to north</source>
   <translation>Anstieg nach Nord</translation>
  </message>
  <message>
   <source>Slump</source>
   <translation>Rutschen</translation>
  </message>
  <message>
   <source>Small things that touch nothing, and figures for scale. Repair removes them.</source>
   <translation>Kleine Dinge, die nichts berühren, und Maßstabsfiguren. Die Abhilfe entfernt sie.</translation>
  </message>
  <message>
   <source>Smaller or larger radius</source>
   <translation>Kleinerer oder größerer Radius</translation>
  </message>
  <message>
   <source>Smooth</source>
   <translation>Glätten</translation>
  </message>
  <message>
   <source>Smooth render</source>
   <translation>Glattputz</translation>
  </message>
  <message>
   <source>Snags</source>
   <translation>Mängel</translation>
  </message>
  <message>
   <source>Snags of the site</source>
   <translation>Mängel des Geländes</translation>
  </message>
  <message>
   <source>Snags…</source>
   <translation>Mängel …</translation>
  </message>
  <message>
   <source>Snap</source>
   <translation>Fangen</translation>
  </message>
  <message>
   <source>Snap off (%1)</source>
   <translation>Fangen aus (%1)</translation>
  </message>
  <message>
   <source>Snap what is dragged</source>
   <translation>Gezogenes fangen</translation>
  </message>
  <message>
   <source>Snap what is dragged; Ctrl in a drag reverses it for once</source>
   <translation>Gezogenes fangen; Strg beim Ziehen kehrt es einmal um</translation>
  </message>
  <message>
   <source>Snap: %1</source>
   <translation>Fangen: %1</translation>
  </message>
  <message>
   <source>Snapping</source>
   <translation>Fangen</translation>
  </message>
  <message>
   <source>Soft edge</source>
   <translation>Weicher Rand</translation>
  </message>
  <message>
   <source>Soil that rain throws up at the foot of walls; times the building's age</source>
   <translation>Erde, die Regen am Fuß der Wände hochspritzt; mal Alter des Gebäudes</translation>
  </message>
  <message>
   <source>Solid glass</source>
   <translation>Massives Glas</translation>
  </message>
  <message>
   <source>Sort</source>
   <translation>Sorte</translation>
  </message>
  <message>
   <source>Source</source>
   <translation>Quelle</translation>
  </message>
  <message>
   <source>Source and licence</source>
   <translation>Quelle und Lizenz</translation>
  </message>
  <message>
   <source>South</source>
   <translation>Süd</translation>
  </message>
  <message>
   <source>South edges</source>
   <translation>Südkanten</translation>
  </message>
  <message>
   <source>Space held</source>
   <translation>Leertaste halten</translation>
  </message>
  <message>
   <source>Spacing</source>
   <translation>Abstand</translation>
  </message>
  <message>
   <source>Spacing of the grid</source>
   <translation>Weite des Rasters</translation>
  </message>
  <message>
   <source>Spade</source>
   <translation>Spaten</translation>
  </message>
  <message>
   <source>Species</source>
   <translation>Art</translation>
  </message>
  <message>
   <source>Species and materials by cost</source>
   <translation>Arten und Materialien nach Aufwand</translation>
  </message>
  <message>
   <source>Species that the Specimen tool plants</source>
   <translation>Art, die das Werkzeug Solitär pflanzt</translation>
  </message>
  <message>
   <source>Species: its leaves, blades and wood</source>
   <translation>Arten: Blätter, Halme und Holz</translation>
  </message>
  <message>
   <source>Specimen</source>
   <translation>Solitär</translation>
  </message>
  <message>
   <source>Specimen tool now plants %1.</source>
   <translation>Das Werkzeug Solitär pflanzt jetzt %1.</translation>
  </message>
  <message>
   <source>Specular</source>
   <translation>Glanz</translation>
  </message>
  <message>
   <source>Spike</source>
   <translation>Ähre</translation>
  </message>
  <message>
   <source>Splash</source>
   <translation>Spritzwasser</translation>
  </message>
  <message>
   <source>Splashes</source>
   <translation>Spritzwasser</translation>
  </message>
  <message>
   <source>Split or simplify it and import again</source>
   <translation>Teilen oder vereinfachen Sie es und importieren Sie erneut</translation>
  </message>
  <message>
   <source>Spot heights</source>
   <translation>Höhenpunkte</translation>
  </message>
  <message>
   <source>Spread</source>
   <translation>Spreizung</translation>
  </message>
  <message>
   <source>Spring</source>
   <translation>Frühling</translation>
  </message>
  <message>
   <source>Spruce</source>
   <translation>Fichte</translation>
  </message>
  <message>
   <source>Spruce bark</source>
   <translation>Fichtenrinde</translation>
  </message>
  <message>
   <source>Square in plan</source>
   <translation>Eckig im Grundriss</translation>
  </message>
  <message>
   <source>Stages</source>
   <translation>Stufen</translation>
  </message>
  <message>
   <source>Stakes</source>
   <translation>Pfähle</translation>
  </message>
  <message>
   <source>Stalk</source>
   <translation>Stiel</translation>
  </message>
  <message>
   <source>Stalk height</source>
   <translation>Stielhöhe</translation>
  </message>
  <message>
   <source>Stand it up (other up axis)</source>
   <translation>Aufstellen (andere Hochachse)</translation>
  </message>
  <message>
   <source>Standing</source>
   <translation>Stehend</translation>
  </message>
  <message>
   <source>Standing child</source>
   <translation>Stehendes Kind</translation>
  </message>
  <message>
   <source>Standing dead tree</source>
   <translation>Stehender toter Baum</translation>
  </message>
  <message>
   <source>Standing man</source>
   <translation>Stehender Mann</translation>
  </message>
  <message>
   <source>Standing woman with bag</source>
   <translation>Stehende Frau mit Tasche</translation>
  </message>
  <message>
   <source>Standing-seam zinc</source>
   <translation>Stehfalzzink</translation>
  </message>
  <message>
   <source>Stands at 1 :</source>
   <translation>Steht bei 1 :</translation>
  </message>
  <message>
   <source>Start</source>
   <translation>Start</translation>
  </message>
  <message>
   <source>Start a project around a model; the site is sized to it</source>
   <translation>Ein Projekt um ein Modell beginnen; das Grundstück bekommt seine Größe</translation>
  </message>
  <message>
   <source>Start with an empty site</source>
   <translation>Mit einem leeren Grundstück beginnen</translation>
  </message>
  <message>
   <source>Station</source>
   <translation>Standort</translation>
  </message>
  <message>
   <source>Steepest</source>
   <translation>Steilste Stelle</translation>
  </message>
  <message>
   <source>Steepest 1 :</source>
   <translation>Am steilsten 1 :</translation>
  </message>
  <message>
   <source>Stem</source>
   <translation>Stamm</translation>
  </message>
  <message>
   <source>Stems</source>
   <translation>Stämme</translation>
  </message>
  <message>
   <source>Step; Shift coarse, Ctrl fine</source>
   <translation>Schritt; Umschalt grob, Strg fein</translation>
  </message>
  <message>
   <source>Steps</source>
   <translation>Stufen</translation>
  </message>
  <message>
   <source>Steps, kerbs of</source>
   <translation>Stufen, Borde aus</translation>
  </message>
  <message>
   <source>Steps, oldest first</source>
   <translation>Schritte, die ältesten zuerst</translation>
  </message>
  <message>
   <source>Stick</source>
   <translation>Stock</translation>
  </message>
  <message>
   <source>Sticks</source>
   <translation>Reisig</translation>
  </message>
  <message>
   <source>Still water</source>
   <translation>Stilles Wasser</translation>
  </message>
  <message>
   <source>Stone</source>
   <translation>Stein</translation>
  </message>
  <message>
   <source>Stone tiles</source>
   <translation>Steinfliesen</translation>
  </message>
  <message>
   <source>Stones</source>
   <translation>Steine</translation>
  </message>
  <message>
   <source>Stood up</source>
   <translation>Aufgestellt</translation>
  </message>
  <message>
   <source>Stop refining and free the processor; again to resume</source>
   <translation>Nicht weiter verfeinern und den Prozessor freigeben; nochmals setzt fort</translation>
  </message>
  <message>
   <source>Store this view as a new shot</source>
   <translation>Diese Ansicht als neue Aufnahme speichern</translation>
  </message>
  <message>
   <source>Store this view in the shot</source>
   <translation>Diese Ansicht in der Aufnahme speichern</translation>
  </message>
  <message>
   <source>Straight</source>
   <translation>Gerade</translation>
  </message>
  <message>
   <source>Straight from corner to corner, or a curve through the corners</source>
   <translation>Gerade von Ecke zu Ecke oder als Kurve durch die Ecken</translation>
  </message>
  <message>
   <source>Straw</source>
   <translation>Stroh</translation>
  </message>
  <message>
   <source>Streaks</source>
   <translation>Schlieren</translation>
  </message>
  <message>
   <source>Stream</source>
   <translation>Bach</translation>
  </message>
  <message>
   <source>Strength</source>
   <translation>Stärke</translation>
  </message>
  <message>
   <source>Strength of reflections; 0 for chalk</source>
   <translation>Stärke der Spiegelungen; 0 für Kreide</translation>
  </message>
  <message>
   <source>Strength of the colours</source>
   <translation>Stärke der Farben</translation>
  </message>
  <message>
   <source>Stump</source>
   <translation>Baumstumpf</translation>
  </message>
  <message>
   <source>Summer</source>
   <translation>Sommer</translation>
  </message>
  <message>
   <source>Sun, sky and each lamp group; they sum to the image</source>
   <translation>Sonne, Himmel und jede Lampengruppe; zusammen ergeben sie das Bild</translation>
  </message>
  <message>
   <source>Sunk</source>
   <translation>Eingesunken</translation>
  </message>
  <message>
   <source>Support</source>
   <translation>Halt</translation>
  </message>
  <message>
   <source>Surface</source>
   <translation>Belag</translation>
  </message>
  <message>
   <source>Surface detail</source>
   <translation>Oberfläche im Einzelnen</translation>
  </message>
  <message>
   <source>Surface roots</source>
   <translation>Wurzeln an der Oberfläche</translation>
  </message>
  <message>
   <source>Surface type</source>
   <translation>Oberflächentyp</translation>
  </message>
  <message>
   <source>Swap panes</source>
   <translation>Bereiche tauschen</translation>
  </message>
  <message>
   <source>Switch on what was switched off in the list</source>
   <translation>Einschalten, was in der Liste abgeschaltet war</translation>
  </message>
  <message>
   <source>Tab</source>
   <translation>Tab</translation>
  </message>
  <message>
   <source>Table</source>
   <translation>Tisch</translation>
  </message>
  <message>
   <source>Take the key from the other command</source>
   <translation>Dem anderen Befehl die Taste nehmen</translation>
  </message>
  <message>
   <source>Take the material of a part that you click for the one you work on</source>
   <translation>Das Material eines angeklickten Teils für das bearbeitete übernehmen</translation>
  </message>
  <message>
   <source>Tangent-space normals, green up</source>
   <translation>Normalen im Tangentenraum, Grün oben</translation>
  </message>
  <message>
   <source>Taper</source>
   <translation>Verjüngung</translation>
  </message>
  <message>
   <source>Terms under which it may be used in a client's image</source>
   <translation>Bedingungen, unter denen es im Bild eines Kunden verwendet werden darf</translation>
  </message>
  <message>
   <source>Terrace</source>
   <translation>Terrasse</translation>
  </message>
  <message>
   <source>Terrain %1</source>
   <translation>Gelände %1</translation>
  </message>
  <message>
   <source>Terrain grid</source>
   <translation>Geländeraster</translation>
  </message>
  <message>
   <source>Text size</source>
   <translation>Schriftgröße</translation>
  </message>
  <message>
   <source>Texture %1 not found or unreadable</source>
   <translation>Textur %1 nicht gefunden oder unlesbar</translation>
  </message>
  <message>
   <source>Texture image</source>
   <translation>Texturbild</translation>
  </message>
  <message>
   <source>Texture memory; the finest detail of the largest goes first</source>
   <translation>Texturspeicher; die feinste Stufe der größten fällt zuerst weg</translation>
  </message>
  <message>
   <source>Texture rotation</source>
   <translation>Texturdrehung</translation>
  </message>
  <message>
   <source>Texture scale</source>
   <translation>Texturgröße</translation>
  </message>
  <message>
   <source>Texture width</source>
   <translation>Texturbreite</translation>
  </message>
  <message>
   <source>Textures</source>
   <translation>Texturen</translation>
  </message>
  <message>
   <source>Thallos %1</source>
   <translation>Thallos %1</translation>
  </message>
  <message>
   <source>Thallos ended when this was opened before. It is kept until you discard it.</source>
   <translation>Thallos endete, als dies zuvor geöffnet wurde. Es bleibt, bis Sie es verwerfen.</translation>
  </message>
  <message>
   <source>Thallos projects (*.thallos)</source>
   <translation>Thallos-Projekte (*.thallos)</translation>
  </message>
  <message>
   <source>The Cover brush paints it while it is selected.</source>
   <translation>Der Belagpinsel malt ihn, solange er ausgewählt ist.</translation>
  </message>
  <message>
   <source>The building of %w is missing</source>
   <translation>Das Gebäude von %w fehlt</translation>
  </message>
  <message>
   <source>The building was changed meanwhile. Do it once more.</source>
   <translation>Das Gebäude wurde inzwischen geändert. Bitte noch einmal ausführen.</translation>
  </message>
  <message>
   <source>The calculation is incomplete</source>
   <translation>Die Rechnung ist unvollständig</translation>
  </message>
  <message>
   <source>The design</source>
   <translation>Dem Entwurf</translation>
  </message>
  <message>
   <source>The file does not say how wide it is</source>
   <translation>Die Datei sagt nicht, wie breit es ist</translation>
  </message>
  <message>
   <source>The file does not say its unit.</source>
   <translation>Die Datei nennt ihre Einheit nicht.</translation>
  </message>
  <message>
   <source>The file does not say its unit; this one is likely by its size.</source>
   <translation>Die Datei nennt ihre Einheit nicht; diese ist nach der Größe wahrscheinlich.</translation>
  </message>
  <message>
   <source>The file ends early, after %1 entities: what came behind is missing</source>
   <translation>Die Datei endet zu früh, nach %1 Einträgen: Was danach kam, fehlt</translation>
  </message>
  <message>
   <source>The file it was imported from, or where it was bought</source>
   <translation>Die Datei, aus der es importiert wurde, oder wo es gekauft wurde</translation>
  </message>
  <message>
   <source>The file's axis that points up; change it when the model lies down</source>
   <translation>Die Achse der Datei, die nach oben zeigt; ändern Sie sie, wenn das Modell liegt</translation>
  </message>
  <message>
   <source>The finer plants and textures could not be made: %1</source>
   <translation>Die feineren Pflanzen und Texturen konnten nicht erzeugt werden: %1</translation>
  </message>
  <message>
   <source>The first part of a ratio cannot be 0</source>
   <translation>Der erste Teil eines Verhältnisses darf nicht 0 sein</translation>
  </message>
  <message>
   <source>The folder %w cannot be created (%1)</source>
   <translation>Der Ordner %w kann nicht angelegt werden (%1)</translation>
  </message>
  <message>
   <source>The folder with fonts, icons and species is missing</source>
   <translation>Der Ordner mit Schriften, Symbolen und Arten fehlt</translation>
  </message>
  <message>
   <source>The font %w cannot be loaded</source>
   <translation>Die Schrift %w kann nicht geladen werden</translation>
  </message>
  <message>
   <source>The ground takes this step after the one below it in the list</source>
   <translation>Das Gelände nimmt diesen Schritt nach dem, der in der Liste unter ihm steht</translation>
  </message>
  <message>
   <source>The ground takes this step before the one above it in the list</source>
   <translation>Das Gelände nimmt diesen Schritt vor dem, der in der Liste über ihm steht</translation>
  </message>
  <message>
   <source>The group of %w belongs to itself</source>
   <translation>Die Gruppe von %w gehört zu sich selbst</translation>
  </message>
  <message>
   <source>The group of %w is missing</source>
   <translation>Die Gruppe von %w fehlt</translation>
  </message>
  <message>
   <source>The guide, a page for each stage</source>
   <translation>Die Anleitung, eine Seite je Stufe</translation>
  </message>
  <message>
   <source>The height must be 0.02 to 60 m</source>
   <translation>Die Höhe muss 0,02 bis 60 m sein</translation>
  </message>
  <message>
   <source>The heights are damaged</source>
   <translation>Die Höhen sind beschädigt</translation>
  </message>
  <message>
   <source>The hierarchy of %w is nested too deeply</source>
   <translation>Die Hierarchie von %w ist zu tief verschachtelt</translation>
  </message>
  <message>
   <source>The hour must be 0 to 24</source>
   <translation>Die Stunde muss 0 bis 24 sein</translation>
  </message>
  <message>
   <source>The image could not be written as PNG</source>
   <translation>Das Bild konnte nicht als PNG geschrieben werden</translation>
  </message>
  <message>
   <source>The image is too large for a JPEG</source>
   <translation>Das Bild ist zu groß für ein JPEG</translation>
  </message>
  <message>
   <source>The import helper %w is missing</source>
   <translation>Das Importprogramm %w fehlt</translation>
  </message>
  <message>
   <source>The import helper cannot be started</source>
   <translation>Das Importprogramm kann nicht gestartet werden</translation>
  </message>
  <message>
   <source>The land that comes with the model</source>
   <translation>Das Gelände, das mit dem Modell kommt</translation>
  </message>
  <message>
   <source>The left side</source>
   <translation>Die linke Seite</translation>
  </message>
  <message>
   <source>The light %1 shines like a sun and was left out: the sky has one</source>
   <translation>Das Licht %1 scheint wie eine Sonne und wurde ausgelassen: der Himmel hat eine</translation>
  </message>
  <message>
   <source>The location must lie within 90° of latitude and 180° of longitude</source>
   <translation>Der Ort muss innerhalb von 90° Breite und 180° Länge liegen</translation>
  </message>
  <message>
   <source>The maps of %1 lie differently: all are laid as its colour is</source>
   <translation>Die Karten von %1 liegen verschieden: alle liegen wie seine Farbkarte</translation>
  </message>
  <message>
   <source>The materials folder %w is missing</source>
   <translation>Der Materialordner %w fehlt</translation>
  </message>
  <message>
   <source>The model beside a person, %1 high</source>
   <translation>Das Modell neben einer Person, %1 hoch</translation>
  </message>
  <message>
   <source>The name must end in .png, .jpg, .tif or .exr</source>
   <translation>Der Name muss auf .png, .jpg, .tif oder .exr enden</translation>
  </message>
  <message>
   <source>The name “%w” is not plain text</source>
   <translation>Der Name „%w“ ist kein lesbarer Text</translation>
  </message>
  <message>
   <source>The name “%w” is taken</source>
   <translation>Der Name „%w“ ist vergeben</translation>
  </message>
  <message>
   <source>The panorama is damaged</source>
   <translation>Das Panorama ist beschädigt</translation>
  </message>
  <message>
   <source>The plant library %w is missing</source>
   <translation>Die Pflanzenbibliothek %w fehlt</translation>
  </message>
  <message>
   <source>The presentation only</source>
   <translation>Nur der Darstellung</translation>
  </message>
  <message>
   <source>The project was changed meanwhile. Import it once more.</source>
   <translation>Das Projekt wurde inzwischen geändert. Bitte noch einmal importieren.</translation>
  </message>
  <message>
   <source>The project was made with a newer Thallos</source>
   <translation>Das Projekt stammt aus einem neueren Thallos</translation>
  </message>
  <message>
   <source>The ray tracing library does not start on this processor</source>
   <translation>Die Raytracing-Bibliothek startet auf diesem Prozessor nicht</translation>
  </message>
  <message>
   <source>The render is not saved yet</source>
   <translation>Das Bild ist noch nicht gespeichert</translation>
  </message>
  <message>
   <source>The result is not a number</source>
   <translation>Das Ergebnis ist keine Zahl</translation>
  </message>
  <message>
   <source>The right side</source>
   <translation>Die rechte Seite</translation>
  </message>
  <message>
   <source>The scene is still being built; try again shortly.</source>
   <translation>Die Szene wird noch aufgebaut; versuchen Sie es gleich noch einmal.</translation>
  </message>
  <message>
   <source>The site has no building.</source>
   <translation>Auf dem Grundstück steht kein Gebäude.</translation>
  </message>
  <message>
   <source>The site takes the location and the true north of the model, and so its sun</source>
   <translation>Das Grundstück übernimmt Standort und wahren Norden des Modells und damit seine Sonne</translation>
  </message>
  <message>
   <source>The species beside a person, %1 high</source>
   <translation>Die Art neben einer Person, %1 hoch</translation>
  </message>
  <message>
   <source>The stored model is damaged</source>
   <translation>Das gespeicherte Modell ist beschädigt</translation>
  </message>
  <message>
   <source>The style %w is missing</source>
   <translation>Der Stil %w fehlt</translation>
  </message>
  <message>
   <source>The terrain grid must be 0.01 to 100 m</source>
   <translation>Das Geländeraster muss 0,01 bis 100 m sein</translation>
  </message>
  <message>
   <source>The terrain over the site, in plan</source>
   <translation>Das Gelände über dem Grundstück, im Plan</translation>
  </message>
  <message>
   <source>The time zone must be -14 to 14 hours</source>
   <translation>Die Zeitzone muss -14 bis 14 Stunden sein</translation>
  </message>
  <message>
   <source>The view is the shot as saved</source>
   <translation>Die Ansicht ist die Aufnahme wie gespeichert</translation>
  </message>
  <message>
   <source>The view was changed since the shot was saved</source>
   <translation>Die Ansicht wurde geändert, seit die Aufnahme gespeichert wurde</translation>
  </message>
  <message>
   <source>There is no image to write to %w</source>
   <translation>Es gibt kein Bild für %w</translation>
  </message>
  <message>
   <source>There is no stem to climb here</source>
   <translation>Hier ist kein Stamm zum Klettern</translation>
  </message>
  <message>
   <source>There is no such date</source>
   <translation>Diesen Tag gibt es nicht</translation>
  </message>
  <message>
   <source>There is no time zone named %w</source>
   <translation>Es gibt keine Zeitzone namens %w</translation>
  </message>
  <message>
   <source>There was not enough memory for that. Your work is safe: save it, then close other programs or make the image smaller.</source>
   <translation>Dafür reichte der Speicher nicht. Ihre Arbeit ist sicher: speichern Sie sie, schließen Sie dann andere Programme oder verkleinern Sie das Bild.</translation>
  </message>
  <message>
   <source>These could not be read: %1.</source>
   <translation>Diese konnten nicht gelesen werden: %1.</translation>
  </message>
  <message>
   <source>Thicken sheets</source>
   <translation>Flächen verdicken</translation>
  </message>
  <message>
   <source>Thickness</source>
   <translation>Dicke</translation>
  </message>
  <message>
   <source>Thickness at which the glass shows its colour; thicker glass is darker, %1 is clear</source>
   <translation>Dicke, bei der das Glas seine Farbe zeigt; dickeres Glas ist dunkler, %1 ist klar</translation>
  </message>
  <message>
   <source>Thickness of the coping on the walls; 0 has none</source>
   <translation>Dicke der Mauerabdeckung; bei 0 keine</translation>
  </message>
  <message>
   <source>Thickness of the coping; 0 has none</source>
   <translation>Dicke der Abdeckung; bei 0 keine</translation>
  </message>
  <message>
   <source>Thickness of the top</source>
   <translation>Dicke der Krone</translation>
  </message>
  <message>
   <source>Thickness of the walls</source>
   <translation>Dicke der Mauern</translation>
  </message>
  <message>
   <source>Thin glass (pane)</source>
   <translation>Dünnes Glas (Scheibe)</translation>
  </message>
  <message>
   <source>This is the only shot; a project needs one.</source>
   <translation>Dies ist die einzige Aufnahme; ein Projekt braucht eine.</translation>
  </message>
  <message>
   <source>Threads</source>
   <translation>Threads</translation>
  </message>
  <message>
   <source>Threshold</source>
   <translation>Schwelle</translation>
  </message>
  <message>
   <source>Thumbnails</source>
   <translation>Vorschaubilder</translation>
  </message>
  <message>
   <source>Tiling</source>
   <translation>Kachelung</translation>
  </message>
  <message>
   <source>Tilt</source>
   <translation>Neigung</translation>
  </message>
  <message>
   <source>Tilted slats let down behind each window</source>
   <translation>Schräge Lamellen, hinter jedem Fenster herabgelassen</translation>
  </message>
  <message>
   <source>Timber</source>
   <translation>Holz</translation>
  </message>
  <message>
   <source>Time</source>
   <translation>Uhrzeit</translation>
  </message>
  <message>
   <source>Time and memory of species and materials in this view, heaviest first</source>
   <translation>Zeit und Speicher von Arten und Materialien in dieser Ansicht, die aufwendigsten zuerst</translation>
  </message>
  <message>
   <source>Time of day</source>
   <translation>Tageszeit</translation>
  </message>
  <message>
   <source>Time of day; also on the day band below the panes</source>
   <translation>Tageszeit; auch im Tagesband unter den Bereichen</translation>
  </message>
  <message>
   <source>Time of day; drag to change the light</source>
   <translation>Tageszeit; ziehen, um das Licht zu ändern</translation>
  </message>
  <message>
   <source>Time zone</source>
   <translation>Zeitzone</translation>
  </message>
  <message>
   <source>Tint</source>
   <translation>Tönung</translation>
  </message>
  <message>
   <source>Tinted glass</source>
   <translation>Getöntes Glas</translation>
  </message>
  <message>
   <source>To a grid</source>
   <translation>An ein Raster</translation>
  </message>
  <message>
   <source>To a level</source>
   <translation>Bis zu einer Höhe</translation>
  </message>
  <message>
   <source>To centres</source>
   <translation>An Mitten</translation>
  </message>
  <message>
   <source>To corners</source>
   <translation>An Ecken</translation>
  </message>
  <message>
   <source>To edges</source>
   <translation>An Kanten</translation>
  </message>
  <message>
   <source>Tools</source>
   <translation>Werkzeuge</translation>
  </message>
  <message>
   <source>Top</source>
   <translation>Krone</translation>
  </message>
  <message>
   <source>Topsoil</source>
   <translation>Oberboden</translation>
  </message>
  <message>
   <source>Touches the ground all round.</source>
   <translation>Berührt den Boden rundum.</translation>
  </message>
  <message>
   <source>Track</source>
   <translation>Fahrweg</translation>
  </message>
  <message>
   <source>Translucency</source>
   <translation>Lichtdurchlass</translation>
  </message>
  <message>
   <source>Translucency of foliage added</source>
   <translation>Lichtdurchlass des Laubs ergänzt</translation>
  </message>
  <message>
   <source>Translucent (leaf, fabric)</source>
   <translation>Lichtdurchlässig (Blatt, Stoff)</translation>
  </message>
  <message>
   <source>Transparent sky</source>
   <translation>Durchsichtiger Himmel</translation>
  </message>
  <message>
   <source>Triangles: %1 close-up, %2 near, %3 middle, %4 far · %5</source>
   <translation>Dreiecke: %1 ganz nah, %2 nah, %3 mittel, %4 fern · %5</translation>
  </message>
  <message>
   <source>Trousers</source>
   <translation>Hose</translation>
  </message>
  <message>
   <source>True north</source>
   <translation>Wahrer Norden</translation>
  </message>
  <message>
   <source>Trunk</source>
   <translation>Stamm</translation>
  </message>
  <message>
   <source>Try the autosave or a copy</source>
   <translation>Versuchen Sie die automatische Sicherung oder eine Kopie</translation>
  </message>
  <message>
   <source>Tuft</source>
   <translation>Horst</translation>
  </message>
  <message>
   <source>Turn</source>
   <translation>Drehung</translation>
  </message>
  <message>
   <source>Turn faces outwards</source>
   <translation>Flächen nach außen drehen</translation>
  </message>
  <message>
   <source>Turn from copy to copy about the centre: an arc</source>
   <translation>Drehung von Kopie zu Kopie um den Mittelpunkt: ein Bogen</translation>
  </message>
  <message>
   <source>Turns boards, courses and maps on their face</source>
   <translation>Dreht Bretter, Lagen und Karten auf ihrer Fläche</translation>
  </message>
  <message>
   <source>Twig</source>
   <translation>Zweig</translation>
  </message>
  <message>
   <source>Twigs</source>
   <translation>Feinzweige</translation>
  </message>
  <message>
   <source>Twist</source>
   <translation>Verdrehung</translation>
  </message>
  <message>
   <source>Two fingers</source>
   <translation>Zwei Finger</translation>
  </message>
  <message>
   <source>Two-ranked</source>
   <translation>Zweizeilig</translation>
  </message>
  <message>
   <source>Type</source>
   <translation>Typ</translation>
  </message>
  <message>
   <source>Type a distance, Tab: bearing, rise · E N U lock an axis · P level · G ground · F free · Ctrl: no snap · Esc cancels</source>
   <translation>Strecke eingeben, Tab: Richtung, Höhe · E N U sperrt eine Achse · P eben · G Boden · F frei · Strg: kein Fang · Esc bricht ab</translation>
  </message>
  <message>
   <source>Type a distance, angle or factor; Tab goes on to bearing and rise</source>
   <translation>Strecke, Winkel oder Faktor eingeben; Tab geht weiter zu Richtung und Höhe</translation>
  </message>
  <message>
   <source>Type a factor · Enter ends · Esc cancels</source>
   <translation>Faktor eintippen · Eingabe beendet · Esc bricht ab</translation>
  </message>
  <message>
   <source>Type degrees · Ctrl steps by 15° · Enter ends · Esc cancels</source>
   <translation>Grad eintippen · Strg in Schritten von 15° · Eingabe beendet · Esc bricht ab</translation>
  </message>
  <message>
   <source>Typical widths: 1.2 m on foot, 2.5 m, 3.5 m, 5.5 m for two cars</source>
   <translation>Übliche Breiten: 1,2 m zu Fuß, 2,5 m, 3,5 m, 5,5 m für zwei Autos</translation>
  </message>
  <message>
   <source>UTC offset</source>
   <translation>UTC-Abstand</translation>
  </message>
  <message>
   <source>UTC offset, no summer time</source>
   <translation>UTC-Abstand, keine Sommerzeit</translation>
  </message>
  <message>
   <source>Umbel</source>
   <translation>Dolde</translation>
  </message>
  <message>
   <source>Under floors</source>
   <translation>Unter Böden</translation>
  </message>
  <message>
   <source>Undo</source>
   <translation>Rückgängig</translation>
  </message>
  <message>
   <source>Undo data on disk cannot be read back</source>
   <translation>Daten zum Zurücknehmen auf der Platte können nicht gelesen werden</translation>
  </message>
  <message>
   <source>Undo memory</source>
   <translation>Verlaufsspeicher</translation>
  </message>
  <message>
   <source>Undo the last step</source>
   <translation>Den letzten Schritt zurücknehmen</translation>
  </message>
  <message>
   <source>Undo: %1 (%2)</source>
   <translation>Rückgängig: %1 (%2)</translation>
  </message>
  <message>
   <source>Unevenness</source>
   <translation>Unebenheit</translation>
  </message>
  <message>
   <source>Ungroup</source>
   <translation>Gruppe auflösen</translation>
  </message>
  <message>
   <source>Unit</source>
   <translation>Einheit</translation>
  </message>
  <message>
   <source>Unlock</source>
   <translation>Entsperren</translation>
  </message>
  <message>
   <source>Unlock shot</source>
   <translation>Aufnahme entsperren</translation>
  </message>
  <message>
   <source>Unsaved work</source>
   <translation>Ungespeicherte Arbeit</translation>
  </message>
  <message>
   <source>Unsaved work is autosaved this long after a change</source>
   <translation>Ungespeicherte Arbeit wird so lange nach einer Änderung gesichert</translation>
  </message>
  <message>
   <source>Untitled site</source>
   <translation>Grundstück ohne Namen</translation>
  </message>
  <message>
   <source>Up</source>
   <translation>Hoch</translation>
  </message>
  <message>
   <source>Up and Down walk, Left and Right turn</source>
   <translation>Auf und Ab gehen, Links und Rechts drehen</translation>
  </message>
  <message>
   <source>Up axis</source>
   <translation>Hochachse</translation>
  </message>
  <message>
   <source>Up or down; verticals then converge</source>
   <translation>Nach oben oder unten; Senkrechte stürzen dann</translation>
  </message>
  <message>
   <source>Up, Down, wheel</source>
   <translation>Auf, Ab, Rad</translation>
  </message>
  <message>
   <source>Update</source>
   <translation>Merken</translation>
  </message>
  <message>
   <source>Update Thallos to edit it</source>
   <translation>Aktualisieren Sie Thallos, um es zu bearbeiten</translation>
  </message>
  <message>
   <source>Update shot from view</source>
   <translation>Aufnahme aus Ansicht übernehmen</translation>
  </message>
  <message>
   <source>Update species from library</source>
   <translation>Arten aus der Bibliothek aktualisieren</translation>
  </message>
  <message>
   <source>Use</source>
   <translation>Verwenden</translation>
  </message>
  <message>
   <source>Use .png or .tif</source>
   <translation>Verwenden Sie .png oder .tif</translation>
  </message>
  <message>
   <source>Use .png, .jpg, .tif or .exr</source>
   <translation>Verwenden Sie .png, .jpg, .tif oder .exr</translation>
  </message>
  <message>
   <source>Use .png, .tif or .exr</source>
   <translation>Verwenden Sie .png, .tif oder .exr</translation>
  </message>
  <message>
   <source>Use .tif, .asc or .png</source>
   <translation>Verwenden Sie .tif, .asc oder .png</translation>
  </message>
  <message>
   <source>Use GeoTIFF, ASCII grid, PNG or HGT</source>
   <translation>Verwenden Sie GeoTIFF, ASCII-Raster, PNG oder HGT</translation>
  </message>
  <message>
   <source>Use another</source>
   <translation>Verwenden Sie einen anderen</translation>
  </message>
  <message>
   <source>Use the whole screen</source>
   <translation>Den ganzen Bildschirm verwenden</translation>
  </message>
  <message>
   <source>Use with the Specimen tool, or add to the selected drift</source>
   <translation>Mit dem Werkzeug Solitär verwenden, oder in die ausgewählte Drift aufnehmen</translation>
  </message>
  <message>
   <source>User guide</source>
   <translation>Anleitung</translation>
  </message>
  <message>
   <source>Variant %1</source>
   <translation>Variante %1</translation>
  </message>
  <message>
   <source>Varies</source>
   <translation>Variiert</translation>
  </message>
  <message>
   <source>Veil</source>
   <translation>Schleier</translation>
  </message>
  <message>
   <source>Version, and the licences of what comes with it</source>
   <translation>Version, und die Lizenzen dessen, was mitkommt</translation>
  </message>
  <message>
   <source>Verticals lean by %1° at the edge of the frame.</source>
   <translation>Senkrechte stürzen am Bildrand um %1°.</translation>
  </message>
  <message>
   <source>Veteran oak</source>
   <translation>Alte Eiche</translation>
  </message>
  <message>
   <source>View</source>
   <translation>Ansicht</translation>
  </message>
  <message>
   <source>View from</source>
   <translation>Ansicht von</translation>
  </message>
  <message>
   <source>View the selection, or else all buildings, from there</source>
   <translation>Die Auswahl, sonst alle Gebäude, von dort ansehen</translation>
  </message>
  <message>
   <source>Viewing</source>
   <translation>Ansehen</translation>
  </message>
  <message>
   <source>Vignette</source>
   <translation>Vignette</translation>
  </message>
  <message>
   <source>Virginia creeper</source>
   <translation>Wilder Wein</translation>
  </message>
  <message>
   <source>Visibility</source>
   <translation>Sichtweite</translation>
  </message>
  <message>
   <source>Visible</source>
   <translation>Sichtbar</translation>
  </message>
  <message>
   <source>W A S D</source>
   <translation>W A S D</translation>
  </message>
  <message>
   <source>Walk</source>
   <translation>Gehen</translation>
  </message>
  <message>
   <source>Walk and look around; the saved shot stays</source>
   <translation>Gehen und umsehen; die gespeicherte Aufnahme bleibt</translation>
  </message>
  <message>
   <source>Walk at eye height; Shift faster</source>
   <translation>In Augenhöhe gehen; Umschalt schneller</translation>
  </message>
  <message>
   <source>Walking man</source>
   <translation>Gehender Mann</translation>
  </message>
  <message>
   <source>Walking woman</source>
   <translation>Gehende Frau</translation>
  </message>
  <message>
   <source>Walking woman with basket</source>
   <translation>Gehende Frau mit Korb</translation>
  </message>
  <message>
   <source>Walkway</source>
   <translation>Weg</translation>
  </message>
  <message>
   <source>Wall</source>
   <translation>Wand</translation>
  </message>
  <message>
   <source>Walls of</source>
   <translation>Mauern aus</translation>
  </message>
  <message>
   <source>Wander</source>
   <translation>Unruhe</translation>
  </message>
  <message>
   <source>Water</source>
   <translation>Wasser</translation>
  </message>
  <message>
   <source>Water at %1 · %2 m³</source>
   <translation>Wasser auf %1 · %2 m³</translation>
  </message>
  <message>
   <source>Water below rim</source>
   <translation>Wasser unter Rand</translation>
  </message>
  <message>
   <source>Water level</source>
   <translation>Wasserhöhe</translation>
  </message>
  <message>
   <source>Water lily</source>
   <translation>Seerose</translation>
  </message>
  <message>
   <source>Waviness</source>
   <translation>Welligkeit</translation>
  </message>
  <message>
   <source>Wear</source>
   <translation>Abrundung</translation>
  </message>
  <message>
   <source>Weathering</source>
   <translation>Verwitterung</translation>
  </message>
  <message>
   <source>Weathering steel</source>
   <translation>Wetterfester Stahl</translation>
  </message>
  <message>
   <source>Weeping willow</source>
   <translation>Trauerweide</translation>
  </message>
  <message>
   <source>Weld vertices</source>
   <translation>Punkte verschweißen</translation>
  </message>
  <message>
   <source>Weld within</source>
   <translation>Verschweißen bis</translation>
  </message>
  <message>
   <source>West</source>
   <translation>West</translation>
  </message>
  <message>
   <source>West edges</source>
   <translation>Westkanten</translation>
  </message>
  <message>
   <source>Wet silt</source>
   <translation>Nasser Schlick</translation>
  </message>
  <message>
   <source>Wetness from</source>
   <translation>Nässe von</translation>
  </message>
  <message>
   <source>Wetness to</source>
   <translation>Nässe bis</translation>
  </message>
  <message>
   <source>What</source>
   <translation>Was</translation>
  </message>
  <message>
   <source>What %w climbs on is missing</source>
   <translation>Woran %w klettert, fehlt</translation>
  </message>
  <message>
   <source>What grows here; the rows below change it further. Another one replaces mix, density and spacing</source>
   <translation>Was hier wächst; die Zeilen darunter ändern es weiter. Eine andere ersetzt Mischung, Dichte und Abstand</translation>
  </message>
  <message>
   <source>What is built along the line</source>
   <translation>Was entlang der Linie gebaut wird</translation>
  </message>
  <message>
   <source>What is there for pictures alone, such as cars and people, is kept apart from the design</source>
   <translation>Was nur für Bilder da ist, etwa Autos und Menschen, bleibt vom Entwurf getrennt</translation>
  </message>
  <message>
   <source>What is wrong</source>
   <translation>Was nicht stimmt</translation>
  </message>
  <message>
   <source>What it cost, with the currency</source>
   <translation>Was es gekostet hat, mit Währung</translation>
  </message>
  <message>
   <source>What it does</source>
   <translation>Was es tut</translation>
  </message>
  <message>
   <source>What it is built of</source>
   <translation>Woraus es gebaut ist</translation>
  </message>
  <message>
   <source>What it is laid with</source>
   <translation>Womit er belegt ist</translation>
  </message>
  <message>
   <source>What one unit of the file is; check it against the person</source>
   <translation>Was eine Einheit der Datei ist; prüfen Sie es an der Person</translation>
  </message>
  <message>
   <source>What steps and kerbs are made of</source>
   <translation>Woraus Stufen und Bordsteine sind</translation>
  </message>
  <message>
   <source>What the Specimen tool plants; click for the plant library</source>
   <translation>Was das Werkzeug Solitär pflanzt; Klick öffnet die Pflanzenbibliothek</translation>
  </message>
  <message>
   <source>What the brush does to the ground</source>
   <translation>Was der Pinsel mit dem Gelände tut</translation>
  </message>
  <message>
   <source>What the building is judged against</source>
   <translation>Woran das Gebäude gemessen wird</translation>
  </message>
  <message>
   <source>What the coping is made of</source>
   <translation>Woraus die Abdeckung ist</translation>
  </message>
  <message>
   <source>What the cover is made of, in true size</source>
   <translation>Woraus der Belag besteht, in wahrer Größe</translation>
  </message>
  <message>
   <source>What the next drift that you draw is planted with</source>
   <translation>Womit die nächste Drift bepflanzt wird, die Sie zeichnen</translation>
  </message>
  <message>
   <source>What the walkway is laid with</source>
   <translation>Womit der Weg belegt ist</translation>
  </message>
  <message>
   <source>What the walls are built of</source>
   <translation>Woraus die Mauern gebaut sind</translation>
  </message>
  <message>
   <source>What was copied belongs to a building or a tree. Copy both together.</source>
   <translation>Das Kopierte gehört zu einem Gebäude oder Baum. Bitte beides zusammen kopieren.</translation>
  </message>
  <message>
   <source>What was found in the file is damaged</source>
   <translation>Was in der Datei gefunden wurde, ist beschädigt</translation>
  </message>
  <message>
   <source>What weather has done: splash, streaks, moss and bleached boards on every outside face</source>
   <translation>Was das Wetter getan hat: Spritzwasser, Schlieren, Moos und vergraute Bretter auf allen Außenflächen</translation>
  </message>
  <message>
   <source>What would be noticed in the picture as a mistake, such as a house that floats</source>
   <translation>Was im Bild als Fehler auffiele, etwa ein schwebendes Haus</translation>
  </message>
  <message>
   <source>Wheel, pinch</source>
   <translation>Rad, zwei Finger spreizen</translation>
  </message>
  <message>
   <source>Where it is too steep</source>
   <translation>Wo es zu steil ist</translation>
  </message>
  <message>
   <source>Where it lies</source>
   <translation>Wo er liegt</translation>
  </message>
  <message>
   <source>Where it stands at first; move it later with Move</source>
   <translation>Wo es zuerst steht; später mit Verschieben</translation>
  </message>
  <message>
   <source>Where it stays damp: away from the sun, low, and level; times the building's age</source>
   <translation>Wo es feucht bleibt: von der Sonne abgewandt, tief und eben; mal Alter des Gebäudes</translation>
  </message>
  <message>
   <source>Where it was dropped</source>
   <translation>Wo es fallen gelassen wurde</translation>
  </message>
  <message>
   <source>Where rain runs together, and which way</source>
   <translation>Wo Regen zusammenläuft und wohin</translation>
  </message>
  <message>
   <source>Where the centre of the terrain lies, from the centre of the site</source>
   <translation>Wo die Mitte des Geländes liegt, von der Mitte des Grundstücks</translation>
  </message>
  <message>
   <source>Where you paint it, or also by itself where height, slope, wetness and distances suit it; the Cover brush adds to the rule and wipes off what it lays</source>
   <translation>Wo er gemalt wird, oder auch von selbst, wo Höhe, Neigung, Nässe und Entfernungen passen; der Belagpinsel ergänzt die Regel und wischt weg, was sie legt</translation>
  </message>
  <message>
   <source>Whether plants stand where it lies</source>
   <translation>Ob Pflanzen stehen, wo er liegt</translation>
  </message>
  <message>
   <source>Whether the top runs along the ground or level</source>
   <translation>Ob die Krone dem Gelände folgt oder waagerecht läuft</translation>
  </message>
  <message>
   <source>Whether walls or slopes stand between the levels and around them</source>
   <translation>Ob Mauern oder Böschungen zwischen den Stufen und um sie stehen</translation>
  </message>
  <message>
   <source>Whether your picture is a texture, or lies once on the ground: a marking, a mosaic, a photographed spot</source>
   <translation>Ob Ihr Bild eine Textur ist oder einmal auf dem Boden liegt: eine Markierung, ein Mosaik, eine fotografierte Stelle</translation>
  </message>
  <message>
   <source>Which side is the higher one, seen along the line</source>
   <translation>Welche Seite die höhere ist, in Richtung der Linie gesehen</translation>
  </message>
  <message>
   <source>Which way the picture lies</source>
   <translation>In welche Richtung das Bild liegt</translation>
  </message>
  <message>
   <source>White = high</source>
   <translation>Weiß = hoch</translation>
  </message>
  <message>
   <source>White = metal</source>
   <translation>Weiß = Metall</translation>
  </message>
  <message>
   <source>White balance</source>
   <translation>Weißabgleich</translation>
  </message>
  <message>
   <source>White clover</source>
   <translation>Weißklee</translation>
  </message>
  <message>
   <source>White is</source>
   <translation>Weiß ist</translation>
  </message>
  <message>
   <source>Who made it; listed in the rights of the project</source>
   <translation>Wer es gemacht hat; steht in der Rechteliste des Projekts</translation>
  </message>
  <message>
   <source>Widest at</source>
   <translation>Breiteste Stelle</translation>
  </message>
  <message>
   <source>Width</source>
   <translation>Breite</translation>
  </message>
  <message>
   <source>Width (west–east)</source>
   <translation>Breite (West–Ost)</translation>
  </message>
  <message>
   <source>Width : height</source>
   <translation>Breite : Höhe</translation>
  </message>
  <message>
   <source>Width by height</source>
   <translation>Breite zu Höhe</translation>
  </message>
  <message>
   <source>Width by height of the image</source>
   <translation>Breite zu Höhe des Bildes</translation>
  </message>
  <message>
   <source>Width of a rut</source>
   <translation>Breite einer Spur</translation>
  </message>
  <message>
   <source>Width of its water from bank to bank</source>
   <translation>Breite seines Wassers von Ufer zu Ufer</translation>
  </message>
  <message>
   <source>Width of level ground round the building</source>
   <translation>Breite des ebenen Bodens um das Gebäude</translation>
  </message>
  <message>
   <source>Width of one repeat of the maps</source>
   <translation>Breite einer Wiederholung der Bilder</translation>
  </message>
  <message>
   <source>Width of one repeat of the maps; 0 uses the model's UVs</source>
   <translation>Breite einer Wiederholung der Karten; 0 nutzt die UVs des Modells</translation>
  </message>
  <message>
   <source>Width of the bottom</source>
   <translation>Breite der Sohle</translation>
  </message>
  <message>
   <source>Width of the final render; the height follows the aspect ratio</source>
   <translation>Breite des fertigen Bildes; die Höhe folgt dem Seitenverhältnis</translation>
  </message>
  <message>
   <source>Width of the level place before the door: a forecourt when it is wide</source>
   <translation>Breite der ebenen Fläche vor der Tür: ein Vorplatz, wenn sie breit ist</translation>
  </message>
  <message>
   <source>Width of the picture on the ground; its height follows</source>
   <translation>Breite des Bildes auf dem Boden; die Höhe folgt daraus</translation>
  </message>
  <message>
   <source>Width of the walkway</source>
   <translation>Breite des Weges</translation>
  </message>
  <message>
   <source>Width of wall it may cover; windows, doors and eaves stay free</source>
   <translation>Wandbreite, die sie bedecken darf; Fenster, Türen und Traufen bleiben frei</translation>
  </message>
  <message>
   <source>Width to walk on</source>
   <translation>Breite zum Gehen</translation>
  </message>
  <message>
   <source>Windows</source>
   <translation>Fenster</translation>
  </message>
  <message>
   <source>Winter</source>
   <translation>Winter</translation>
  </message>
  <message>
   <source>Winter with snow</source>
   <translation>Winter mit Schnee</translation>
  </message>
  <message>
   <source>Wipe cover</source>
   <translation>Belag wegwischen</translation>
  </message>
  <message>
   <source>Wipe off</source>
   <translation>Wegwischen</translation>
  </message>
  <message>
   <source>With a grid of %1 m the site may be %2 to %3 m wide and deep</source>
   <translation>Mit einem Raster von %1 m darf das Grundstück %2 bis %3 m breit und tief sein</translation>
  </message>
  <message>
   <source>With furniture</source>
   <translation>Mit Möbeln</translation>
  </message>
  <message>
   <source>Wood</source>
   <translation>Holz</translation>
  </message>
  <message>
   <source>Wood that sun and rain turn grey; times the building's age</source>
   <translation>Holz, das Sonne und Regen grau machen; mal Alter des Gebäudes</translation>
  </message>
  <message>
   <source>Woodland floor</source>
   <translation>Waldboden</translation>
  </message>
  <message>
   <source>World-space normals</source>
   <translation>Normalen im Weltraum</translation>
  </message>
  <message>
   <source>Worn edges</source>
   <translation>Abgenutzte Ränder</translation>
  </message>
  <message>
   <source>Writes only the region, at full scale</source>
   <translation>Schreibt nur den Ausschnitt, in voller Größe</translation>
  </message>
  <message>
   <source>Wrong shading normals</source>
   <translation>Falsche Normalen</translation>
  </message>
  <message>
   <source>Y up</source>
   <translation>Y oben</translation>
  </message>
  <message>
   <source>Yardstick</source>
   <translation>Maßstab</translation>
  </message>
  <message>
   <source>Yellow iris</source>
   <translation>Sumpfschwertlilie</translation>
  </message>
  <message>
   <source>Yew</source>
   <translation>Eibe</translation>
  </message>
  <message>
   <source>Young fronds</source>
   <translation>Junge Wedel</translation>
  </message>
  <message>
   <source>Young lime, staked</source>
   <translation>Junge Linde, gepfählt</translation>
  </message>
  <message>
   <source>Z up</source>
   <translation>Z oben</translation>
  </message>
  <message>
   <source>Zoom to</source>
   <translation>Heranholen</translation>
  </message>
  <message>
   <source>Zoom to all</source>
   <translation>Alles zeigen</translation>
  </message>
  <message>
   <source>Zoom to selection</source>
   <translation>Zur Auswahl zoomen</translation>
  </message>
  <message>
   <source>Zoom to the pointer, or back</source>
   <translation>Zum Zeiger zoomen, oder zurück</translation>
  </message>
  <message>
   <source>[ and ] change the radius</source>
   <translation>[ und ] ändern den Radius</translation>
  </message>
  <message>
   <source>[ and ], Shift+wheel</source>
   <translation>[ und ], Umschalt+Rad</translation>
  </message>
  <message>
   <source>a car</source>
   <translation>ein Auto</translation>
  </message>
  <message>
   <source>a falling sheet</source>
   <translation>ein fallender Schleier</translation>
  </message>
  <message>
   <source>a fan of drops</source>
   <translation>ein Fächer von Tropfen</translation>
  </message>
  <message>
   <source>a flower pot</source>
   <translation>ein Blumentopf</translation>
  </message>
  <message>
   <source>a group of buildings</source>
   <translation>eine Gebäudegruppe</translation>
  </message>
  <message>
   <source>a heap of pieces</source>
   <translation>ein Haufen Stücke</translation>
  </message>
  <message>
   <source>a house</source>
   <translation>ein Haus</translation>
  </message>
  <message>
   <source>a large building</source>
   <translation>ein großes Gebäude</translation>
  </message>
  <message>
   <source>a piece of furniture</source>
   <translation>ein Möbelstück</translation>
  </message>
  <message>
   <source>a ramp (over 1:20)</source>
   <translation>eine Rampe (über 1:20)</translation>
  </message>
  <message>
   <source>a rising jet</source>
   <translation>ein aufsteigender Strahl</translation>
  </message>
  <message>
   <source>a shed</source>
   <translation>ein Schuppen</translation>
  </message>
  <message>
   <source>a town quarter</source>
   <translation>ein Stadtviertel</translation>
  </message>
  <message>
   <source>airy, branched</source>
   <translation>luftig, verzweigt</translation>
  </message>
  <message>
   <source>all limbs pressed upwards</source>
   <translation>alle Äste nach oben gedrängt</translation>
  </message>
  <message>
   <source>all ways</source>
   <translation>nach allen Seiten</translation>
  </message>
  <message>
   <source>an area that you draw</source>
   <translation>eine Fläche, die Sie zeichnen</translation>
  </message>
  <message>
   <source>angle %1°</source>
   <translation>Winkel %1°</translation>
  </message>
  <message>
   <source>applied instantly</source>
   <translation>wirkt sofort</translation>
  </message>
  <message>
   <source>arching blades</source>
   <translation>überhängende Halme</translation>
  </message>
  <message>
   <source>arching canes</source>
   <translation>überhängende Ruten</translation>
  </message>
  <message>
   <source>arching, untidy</source>
   <translation>überhängend, unordentlich</translation>
  </message>
  <message>
   <source>area %1</source>
   <translation>Fläche %1</translation>
  </message>
  <message>
   <source>arm rests</source>
   <translation>Armlehnen</translation>
  </message>
  <message>
   <source>arms bent</source>
   <translation>Arme angewinkelt</translation>
  </message>
  <message>
   <source>arms down</source>
   <translation>Arme hängen</translation>
  </message>
  <message>
   <source>arms swing</source>
   <translation>Arme schwingen</translation>
  </message>
  <message>
   <source>at %1</source>
   <translation>bei %1</translation>
  </message>
  <message>
   <source>bag at her side</source>
   <translation>Tasche an der Seite</translation>
  </message>
  <message>
   <source>ball-shaped flower heads</source>
   <translation>kugelige Blütenköpfe</translation>
  </message>
  <message>
   <source>bank</source>
   <translation>Wall</translation>
  </message>
  <message>
   <source>bank steeper than its soil stands: %1</source>
   <translation>Böschung steiler, als ihr Boden steht: %1</translation>
  </message>
  <message>
   <source>bare red stem, crown on top</source>
   <translation>kahler roter Stamm, Krone obenauf</translation>
  </message>
  <message>
   <source>bare upper stalk</source>
   <translation>oben kahler Stiel</translation>
  </message>
  <message>
   <source>bark</source>
   <translation>Rinde</translation>
  </message>
  <message>
   <source>basket</source>
   <translation>Korb</translation>
  </message>
  <message>
   <source>bells on one side</source>
   <translation>Glocken auf einer Seite</translation>
  </message>
  <message>
   <source>below %1 %</source>
   <translation>unter %1 %</translation>
  </message>
  <message>
   <source>bends forward</source>
   <translation>beugt sich vor</translation>
  </message>
  <message>
   <source>bin</source>
   <translation>Tonne</translation>
  </message>
  <message>
   <source>black</source>
   <translation>schwarz</translation>
  </message>
  <message>
   <source>blossom in spring before all leaves are out</source>
   <translation>Blüte im Frühling vor dem vollen Laub</translation>
  </message>
  <message>
   <source>blossom with the first leaves</source>
   <translation>Blüte mit den ersten Blättern</translation>
  </message>
  <message>
   <source>blue hedgehog</source>
   <translation>blauer Igel</translation>
  </message>
  <message>
   <source>blue shirt</source>
   <translation>blaues Hemd</translation>
  </message>
  <message>
   <source>blue-green</source>
   <translation>blaugrün</translation>
  </message>
  <message>
   <source>blue-green needles</source>
   <translation>blaugrüne Nadeln</translation>
  </message>
  <message>
   <source>blue-violet spikes</source>
   <translation>blauviolette Ähren</translation>
  </message>
  <message>
   <source>blunt edges</source>
   <translation>stumpfe Kanten</translation>
  </message>
  <message>
   <source>boards</source>
   <translation>Bretter</translation>
  </message>
  <message>
   <source>book in hand</source>
   <translation>Buch in der Hand</translation>
  </message>
  <message>
   <source>box</source>
   <translation>Kasten</translation>
  </message>
  <message>
   <source>branch stubs</source>
   <translation>Aststummel</translation>
  </message>
  <message>
   <source>branches pressed upwards</source>
   <translation>Zweige nach oben gedrängt</translation>
  </message>
  <message>
   <source>breaks into beads</source>
   <translation>zerfällt in Perlen</translation>
  </message>
  <message>
   <source>brick</source>
   <translation>Ziegel</translation>
  </message>
  <message>
   <source>bright shirt</source>
   <translation>helles Hemd</translation>
  </message>
  <message>
   <source>broad and rugged</source>
   <translation>breit und knorrig</translation>
  </message>
  <message>
   <source>broad arching tuft</source>
   <translation>breiter, überhängender Horst</translation>
  </message>
  <message>
   <source>broad foot</source>
   <translation>breiter Fuß</translation>
  </message>
  <message>
   <source>broad foot in the ground</source>
   <translation>breiter Fuß im Boden</translation>
  </message>
  <message>
   <source>broken crown at one end</source>
   <translation>gebrochene Krone an einem Ende</translation>
  </message>
  <message>
   <source>broken limbs</source>
   <translation>gebrochene Äste</translation>
  </message>
  <message>
   <source>broken stone</source>
   <translation>gebrochener Stein</translation>
  </message>
  <message>
   <source>brown cobs</source>
   <translation>braune Kolben</translation>
  </message>
  <message>
   <source>brown knots near the tips</source>
   <translation>braune Knoten nahe den Spitzen</translation>
  </message>
  <message>
   <source>brown leaves that stay in winter</source>
   <translation>braune Blätter, die im Winter bleiben</translation>
  </message>
  <message>
   <source>brush</source>
   <translation>Pinsel</translation>
  </message>
  <message>
   <source>brush of green rods</source>
   <translation>Besen aus grünen Ruten</translation>
  </message>
  <message>
   <source>brush of young rods from its head</source>
   <translation>Schopf junger Ruten auf dem Kopf</translation>
  </message>
  <message>
   <source>building</source>
   <translation>Gebäude</translation>
  </message>
  <message>
   <source>building its parts</source>
   <translation>seine Teile werden gebaut</translation>
  </message>
  <message>
   <source>building walls and floors</source>
   <translation>Wände und Decken werden aufgebaut</translation>
  </message>
  <message>
   <source>buried up to %1 along %2 %</source>
   <translation>im Boden bis %1 auf %2 %</translation>
  </message>
  <message>
   <source>by a rule</source>
   <translation>nach einer Regel</translation>
  </message>
  <message>
   <source>canes that bow to the ground</source>
   <translation>Ruten, die sich zum Boden neigen</translation>
  </message>
  <message>
   <source>cap</source>
   <translation>Mütze</translation>
  </message>
  <message>
   <source>capsules on hairs</source>
   <translation>Kapseln an Haaren</translation>
  </message>
  <message>
   <source>carpet</source>
   <translation>Teppich</translation>
  </message>
  <message>
   <source>centres</source>
   <translation>Mitten</translation>
  </message>
  <message>
   <source>changed: %1</source>
   <translation>geändert: %1</translation>
  </message>
  <message>
   <source>changes without their part: %1</source>
   <translation>Änderungen ohne ihr Teil: %1</translation>
  </message>
  <message>
   <source>child</source>
   <translation>Kind</translation>
  </message>
  <message>
   <source>clay view</source>
   <translation>Tonansicht</translation>
  </message>
  <message>
   <source>clearing</source>
   <translation>Lichtung</translation>
  </message>
  <message>
   <source>climber</source>
   <translation>Kletterpflanze</translation>
  </message>
  <message>
   <source>clipped dome</source>
   <translation>geschnittene Kuppel</translation>
  </message>
  <message>
   <source>clipped high</source>
   <translation>hoch geschnitten</translation>
  </message>
  <message>
   <source>clipped low</source>
   <translation>niedrig geschnitten</translation>
  </message>
  <message>
   <source>closely strewn</source>
   <translation>dicht gestreut</translation>
  </message>
  <message>
   <source>closes to a surface when dense</source>
   <translation>schließt sich dicht gepflanzt zur Fläche</translation>
  </message>
  <message>
   <source>clouds of needles at branch ends</source>
   <translation>Nadelwolken an den Zweigenden</translation>
  </message>
  <message>
   <source>coat</source>
   <translation>Mantel</translation>
  </message>
  <message>
   <source>concrete</source>
   <translation>Beton</translation>
  </message>
  <message>
   <source>coping on edge</source>
   <translation>hochkant gestellte Abdeckung</translation>
  </message>
  <message>
   <source>coplanar faces: %1, at %2</source>
   <translation>koplanare Flächen: %1, bei %2</translation>
  </message>
  <message>
   <source>copper</source>
   <translation>kupferfarben</translation>
  </message>
  <message>
   <source>corky crooked stems</source>
   <translation>korkige, krumme Stämme</translation>
  </message>
  <message>
   <source>corners</source>
   <translation>Ecken</translation>
  </message>
  <message>
   <source>courses without mortar</source>
   <translation>Lagen ohne Mörtel</translation>
  </message>
  <message>
   <source>cover</source>
   <translation>Belag</translation>
  </message>
  <message>
   <source>covers a wall</source>
   <translation>bedeckt eine Wand</translation>
  </message>
  <message>
   <source>covers all beneath</source>
   <translation>bedeckt alles darunter</translation>
  </message>
  <message>
   <source>creeps</source>
   <translation>kriecht</translation>
  </message>
  <message>
   <source>creeps up a wall</source>
   <translation>kriecht eine Wand hinauf</translation>
  </message>
  <message>
   <source>crooked</source>
   <translation>krumm</translation>
  </message>
  <message>
   <source>crooked limbs</source>
   <translation>krumme Äste</translation>
  </message>
  <message>
   <source>crossed legs</source>
   <translation>gekreuzte Beine</translation>
  </message>
  <message>
   <source>crown of fans against the sky</source>
   <translation>Fächerkrone vor dem Himmel</translation>
  </message>
  <message>
   <source>croziers in its middle</source>
   <translation>eingerollte Wedel in der Mitte</translation>
  </message>
  <message>
   <source>curled and brown</source>
   <translation>gerollt und braun</translation>
  </message>
  <message>
   <source>curtains of hanging twigs</source>
   <translation>Vorhänge aus hängenden Zweigen</translation>
  </message>
  <message>
   <source>cut by %1</source>
   <translation>%1 abgetragen</translation>
  </message>
  <message>
   <source>cut leaves</source>
   <translation>geschlitzte Blätter</translation>
  </message>
  <message>
   <source>cutting its openings</source>
   <translation>Öffnungen werden geschnitten</translation>
  </message>
  <message>
   <source>dark cone</source>
   <translation>dunkler Kegel</translation>
  </message>
  <message>
   <source>dark even surface</source>
   <translation>dunkle, gleichmäßige Fläche</translation>
  </message>
  <message>
   <source>dark flame-like outline</source>
   <translation>dunkler, flammenförmiger Umriss</translation>
  </message>
  <message>
   <source>dark glossy lobed leaves like tiles</source>
   <translation>dunkle, glänzende, gelappte Blätter wie Ziegel</translation>
  </message>
  <message>
   <source>dark green</source>
   <translation>dunkelgrün</translation>
  </message>
  <message>
   <source>dark leaves all round</source>
   <translation>ringsum dunkle Blätter</translation>
  </message>
  <message>
   <source>dark, many-stemmed</source>
   <translation>dunkel, vielstämmig</translation>
  </message>
  <message>
   <source>dead, standing</source>
   <translation>tot, stehend</translation>
  </message>
  <message>
   <source>deeply furrowed bark</source>
   <translation>tief gefurchte Rinde</translation>
  </message>
  <message>
   <source>dense and thorny</source>
   <translation>dicht und dornig</translation>
  </message>
  <message>
   <source>dense even dome</source>
   <translation>dichte, gleichmäßige Kuppel</translation>
  </message>
  <message>
   <source>dense flat sprays</source>
   <translation>dichte, flache Zweige</translation>
  </message>
  <message>
   <source>dense tapering spires</source>
   <translation>dichte, spitz zulaufende Kerzen</translation>
  </message>
  <message>
   <source>dense to the ground</source>
   <translation>dicht bis zum Boden</translation>
  </message>
  <message>
   <source>distance %1</source>
   <translation>Entfernung %1</translation>
  </message>
  <message>
   <source>dive and come up</source>
   <translation>tauchen ab und wieder auf</translation>
  </message>
  <message>
   <source>doors %1</source>
   <translation>Türen %1</translation>
  </message>
  <message>
   <source>doors %1 high</source>
   <translation>Türen %1 hoch</translation>
  </message>
  <message>
   <source>drift</source>
   <translation>Drift</translation>
  </message>
  <message numerus="yes">
   <source>drift · %n area(s) · %1</source>
   <translation>
    <numerusform>Drift · %n Fläche · %1</numerusform>
    <numerusform>Drift · %n Flächen · %1</numerusform>
   </translation>
  </message>
  <message>
   <source>drooping green</source>
   <translation>herabhängendes Grün</translation>
  </message>
  <message>
   <source>drooping side shoots</source>
   <translation>hängende Seitentriebe</translation>
  </message>
  <message>
   <source>drops thrown up</source>
   <translation>aufgeworfene Tropfen</translation>
  </message>
  <message>
   <source>dry leaves that stay on low twigs in winter</source>
   <translation>trockenes Laub, das im Winter unten bleibt</translation>
  </message>
  <message>
   <source>edges</source>
   <translation>Kanten</translation>
  </message>
  <message>
   <source>edges up</source>
   <translation>Kanten nach oben</translation>
  </message>
  <message>
   <source>end under the ground</source>
   <translation>enden unter der Erde</translation>
  </message>
  <message>
   <source>even height</source>
   <translation>gleichmäßige Höhe</translation>
  </message>
  <message>
   <source>evergreen</source>
   <translation>immergrün</translation>
  </message>
  <message>
   <source>everything moved with the ground</source>
   <translation>alles bewegte sich mit dem Boden</translation>
  </message>
  <message>
   <source>falls back around itself</source>
   <translation>fällt um sich selbst zurück</translation>
  </message>
  <message>
   <source>fan shape</source>
   <translation>Fächerform</translation>
  </message>
  <message>
   <source>feathered leaves</source>
   <translation>gefiederte Blätter</translation>
  </message>
  <message>
   <source>feathered leaves in pairs</source>
   <translation>gefiederte Blätter in Paaren</translation>
  </message>
  <message>
   <source>feathered leaves of nine leaflets</source>
   <translation>gefiederte Blätter aus neun Blättchen</translation>
  </message>
  <message>
   <source>fence kit</source>
   <translation>Zaunteil</translation>
  </message>
  <message>
   <source>fern-like leaves</source>
   <translation>farnartige Blätter</translation>
  </message>
  <message>
   <source>few</source>
   <translation>wenige</translation>
  </message>
  <message>
   <source>few huge crooked limbs</source>
   <translation>wenige riesige, krumme Äste</translation>
  </message>
  <message>
   <source>few together</source>
   <translation>wenige beisammen</translation>
  </message>
  <message>
   <source>few-leaved with large flowers</source>
   <translation>wenige Blätter, große Blüten</translation>
  </message>
  <message>
   <source>filled by %1</source>
   <translation>%1 aufgetragen</translation>
  </message>
  <message>
   <source>fine needles</source>
   <translation>feine Nadeln</translation>
  </message>
  <message>
   <source>fine stalks</source>
   <translation>feine Stiele</translation>
  </message>
  <message>
   <source>fine tuft</source>
   <translation>feiner Horst</translation>
  </message>
  <message>
   <source>fine tuft with ears</source>
   <translation>feiner Horst mit Ähren</translation>
  </message>
  <message>
   <source>fist-sized and smaller</source>
   <translation>faustgroß und kleiner</translation>
  </message>
  <message>
   <source>fist-sized stones</source>
   <translation>faustgroße Steine</translation>
  </message>
  <message>
   <source>five white stems that lean apart</source>
   <translation>fünf weiße Stämme, die auseinanderstreben</translation>
  </message>
  <message>
   <source>flared roots</source>
   <translation>ausladende Wurzelanläufe</translation>
  </message>
  <message>
   <source>flat</source>
   <translation>flach</translation>
  </message>
  <message>
   <source>flat faces</source>
   <translation>flache Seiten</translation>
  </message>
  <message>
   <source>flat rosette</source>
   <translation>flache Rosette</translation>
  </message>
  <message>
   <source>flat upright swords</source>
   <translation>flache, aufrechte Schwerter</translation>
  </message>
  <message>
   <source>flat white flower plates</source>
   <translation>flache, weiße Blütenteller</translation>
  </message>
  <message>
   <source>floating pads</source>
   <translation>schwimmende Blätter</translation>
  </message>
  <message>
   <source>floats by %1</source>
   <translation>schwebt um %1</translation>
  </message>
  <message>
   <source>floats up to %1 along %2 % of its outline</source>
   <translation>schwebt bis %1 auf %2 % des Umrisses</translation>
  </message>
  <message>
   <source>foam at its foot</source>
   <translation>Schaum am Fuß</translation>
  </message>
  <message>
   <source>foliage to the ground</source>
   <translation>Laub bis zum Boden</translation>
  </message>
  <message>
   <source>for a seat of 0.45 m</source>
   <translation>für einen Sitz von 0,45 m</translation>
  </message>
  <message>
   <source>for a trunk of half a metre</source>
   <translation>für einen Stamm von einem halben Meter</translation>
  </message>
  <message>
   <source>forked stubs</source>
   <translation>gegabelte Stummel</translation>
  </message>
  <message>
   <source>fountain of threads</source>
   <translation>Fontäne aus Fäden</translation>
  </message>
  <message>
   <source>four bars and a brace</source>
   <translation>vier Latten und eine Strebe</translation>
  </message>
  <message>
   <source>four red petals round black</source>
   <translation>vier rote Blütenblätter um Schwarz</translation>
  </message>
  <message>
   <source>fronds from one point</source>
   <translation>Wedel aus einem Punkt</translation>
  </message>
  <message>
   <source>fronds in a ring</source>
   <translation>Wedel im Kreis</translation>
  </message>
  <message>
   <source>furrowed bark</source>
   <translation>gefurchte Rinde</translation>
  </message>
  <message>
   <source>gate</source>
   <translation>Tor</translation>
  </message>
  <message>
   <source>generated terrain</source>
   <translation>erzeugtes Gelände</translation>
  </message>
  <message>
   <source>giant fountain</source>
   <translation>riesige Fontäne</translation>
  </message>
  <message>
   <source>glass and water</source>
   <translation>Glas und Wasser</translation>
  </message>
  <message>
   <source>glass under a cap</source>
   <translation>Glas unter einer Haube</translation>
  </message>
  <message>
   <source>glossy wavy straps</source>
   <translation>glänzende, gewellte Riemen</translation>
  </message>
  <message>
   <source>glossy yellow cups</source>
   <translation>glänzend gelbe Schalen</translation>
  </message>
  <message>
   <source>golden autumn</source>
   <translation>goldener Herbst</translation>
  </message>
  <message>
   <source>gone: %1</source>
   <translation>weg: %1</translation>
  </message>
  <message>
   <source>grey hair tied</source>
   <translation>graues Haar gebunden</translation>
  </message>
  <message>
   <source>grey timber</source>
   <translation>graues Holz</translation>
  </message>
  <message>
   <source>grey-green ovate leaves</source>
   <translation>graugrüne, eiförmige Blätter</translation>
  </message>
  <message>
   <source>grid %1</source>
   <translation>Raster %1</translation>
  </message>
  <message>
   <source>ground</source>
   <translation>Boden</translation>
  </message>
  <message>
   <source>ground stands %1 over the edge of a floor</source>
   <translation>Boden steht %1 über dem Rand eines Fußbodens</translation>
  </message>
  <message>
   <source>ground stands %1 over the path</source>
   <translation>Gelände steht %1 über dem Weg</translation>
  </message>
  <message>
   <source>ground stands %1 over the walkway</source>
   <translation>Gelände steht %1 über dem Zugang</translation>
  </message>
  <message>
   <source>group</source>
   <translation>Gruppe</translation>
  </message>
  <message numerus="yes">
   <source>group of %n item(s)</source>
   <translation>
    <numerusform>Gruppe mit %n Objekt</numerusform>
    <numerusform>Gruppe mit %n Objekten</numerusform>
   </translation>
  </message>
  <message>
   <source>grove of canes</source>
   <translation>Hain aus Halmen</translation>
  </message>
  <message>
   <source>hair flies</source>
   <translation>Haar weht</translation>
  </message>
  <message>
   <source>hair tied</source>
   <translation>Haar gebunden</translation>
  </message>
  <message>
   <source>hair-fine blades</source>
   <translation>haarfeine Halme</translation>
  </message>
  <message>
   <source>half sunk</source>
   <translation>halb versenkt</translation>
  </message>
  <message>
   <source>half-round outline</source>
   <translation>halbrunder Umriss</translation>
  </message>
  <message>
   <source>hands low</source>
   <translation>Hände unten</translation>
  </message>
  <message>
   <source>hands on thighs</source>
   <translation>Hände auf den Oberschenkeln</translation>
  </message>
  <message>
   <source>hanging spikes</source>
   <translation>hängende Ähren</translation>
  </message>
  <message>
   <source>hanging twigs</source>
   <translation>hängende Zweige</translation>
  </message>
  <message>
   <source>hangs a little</source>
   <translation>hängt ein wenig</translation>
  </message>
  <message>
   <source>hangs off the wall</source>
   <translation>hängt von der Wand</translation>
  </message>
  <message>
   <source>head back</source>
   <translation>Kopf zurück</translation>
  </message>
  <message>
   <source>head down</source>
   <translation>Kopf gesenkt</translation>
  </message>
  <message>
   <source>heart-shaped leaves</source>
   <translation>herzförmige Blätter</translation>
  </message>
  <message>
   <source>heart-shaped spikelets on hairs</source>
   <translation>herzförmige Ährchen an Haaren</translation>
  </message>
  <message>
   <source>height %1</source>
   <translation>Höhe %1</translation>
  </message>
  <message>
   <source>heights × %1</source>
   <translation>Höhen × %1</translation>
  </message>
  <message>
   <source>held level</source>
   <translation>waagerecht gehalten</translation>
  </message>
  <message>
   <source>hidden</source>
   <translation>verborgen</translation>
  </message>
  <message>
   <source>hive</source>
   <translation>Bienenstock</translation>
  </message>
  <message>
   <source>hollow</source>
   <translation>Mulde</translation>
  </message>
  <message>
   <source>hollow plates</source>
   <translation>hohle Platten</translation>
  </message>
  <message>
   <source>hollow ribbed stalks</source>
   <translation>hohle, gerippte Stiele</translation>
  </message>
  <message>
   <source>hollows</source>
   <translation>Höhlungen</translation>
  </message>
  <message>
   <source>huge leaves on the ground</source>
   <translation>riesige Blätter am Boden</translation>
  </message>
  <message>
   <source>implausible size: %1</source>
   <translation>unglaubwürdige Größe: %1</translation>
  </message>
  <message>
   <source>inside-out faces: %1, at %2</source>
   <translation>umgestülpte Flächen: %1, bei %2</translation>
  </message>
  <message>
   <source>keeled glossy leaves</source>
   <translation>gekielte, glänzende Blätter</translation>
  </message>
  <message>
   <source>knee-high</source>
   <translation>kniehoch</translation>
  </message>
  <message>
   <source>knob-headed, cut back</source>
   <translation>Kopfbaum, zurückgeschnitten</translation>
  </message>
  <message>
   <source>large felted rosette</source>
   <translation>große, filzige Rosette</translation>
  </message>
  <message>
   <source>large head for its height</source>
   <translation>große Krone für seine Höhe</translation>
  </message>
  <message>
   <source>large leaves in pairs</source>
   <translation>große Blätter in Paaren</translation>
  </message>
  <message>
   <source>large palmate leaves</source>
   <translation>große, handförmige Blätter</translation>
  </message>
  <message>
   <source>large round soft leaves</source>
   <translation>große, runde, weiche Blätter</translation>
  </message>
  <message>
   <source>large stone</source>
   <translation>großer Stein</translation>
  </message>
  <message>
   <source>large stone in layers</source>
   <translation>großer Stein in Schichten</translation>
  </message>
  <message>
   <source>larger than anything built</source>
   <translation>größer als alles Gebaute</translation>
  </message>
  <message>
   <source>lawn, cut</source>
   <translation>Rasen, gemäht</translation>
  </message>
  <message>
   <source>layered sprays of ovate leaves</source>
   <translation>eiförmige Blätter in Etagen</translation>
  </message>
  <message>
   <source>layered, flat-topped</source>
   <translation>in Etagen, oben flach</translation>
  </message>
  <message>
   <source>leafy stalks with single flowers</source>
   <translation>beblätterte Stiele mit einzelnen Blüten</translation>
  </message>
  <message>
   <source>leaves in pairs</source>
   <translation>Blätter in Paaren</translation>
  </message>
  <message>
   <source>leaves in two rows along the culm</source>
   <translation>Blätter in zwei Reihen am Halm</translation>
  </message>
  <message>
   <source>leaves only on top</source>
   <translation>Blätter nur oben</translation>
  </message>
  <message>
   <source>leftovers: %1, such as %2</source>
   <translation>Überbleibsel: %1, etwa %2</translation>
  </message>
  <message>
   <source>legend</source>
   <translation>Legende</translation>
  </message>
  <message>
   <source>level beds</source>
   <translation>ebene Lager</translation>
  </message>
  <message>
   <source>level cut</source>
   <translation>waagerecht geschnitten</translation>
  </message>
  <message>
   <source>level plates of foliage</source>
   <translation>ebene Laubteller</translation>
  </message>
  <message>
   <source>level tables on stalks</source>
   <translation>ebene Teller auf Stielen</translation>
  </message>
  <message>
   <source>levels to %1</source>
   <translation>ebnet auf %1</translation>
  </message>
  <message>
   <source>lie across each other</source>
   <translation>liegen übereinander</translation>
  </message>
  <message>
   <source>lie on each other</source>
   <translation>liegen aufeinander</translation>
  </message>
  <message>
   <source>lies flat</source>
   <translation>liegt flach</translation>
  </message>
  <message>
   <source>light</source>
   <translation>Leuchte</translation>
  </message>
  <message>
   <source>light cone that loses its needles</source>
   <translation>lichter Kegel, der die Nadeln verliert</translation>
  </message>
  <message>
   <source>light crown that lets the sky through</source>
   <translation>lichte Krone, durch die der Himmel scheint</translation>
  </message>
  <message>
   <source>light foliage</source>
   <translation>lichtes Laub</translation>
  </message>
  <message>
   <source>lilac spikes in late summer</source>
   <translation>lila Ähren im Spätsommer</translation>
  </message>
  <message>
   <source>limit %1</source>
   <translation>Grenze %1</translation>
  </message>
  <message>
   <source>litter</source>
   <translation>Streu</translation>
  </message>
  <message>
   <source>lobed leaves</source>
   <translation>gelappte Blätter</translation>
  </message>
  <message>
   <source>lobed outline</source>
   <translation>gelappter Umriss</translation>
  </message>
  <message>
   <source>locked</source>
   <translation>gesperrt</translation>
  </message>
  <message>
   <source>long hair</source>
   <translation>langes Haar</translation>
  </message>
  <message>
   <source>long narrow leaves</source>
   <translation>lange, schmale Blätter</translation>
  </message>
  <message>
   <source>long stalks</source>
   <translation>lange Stiele</translation>
  </message>
  <message>
   <source>loose panicles</source>
   <translation>lockere Rispen</translation>
  </message>
  <message>
   <source>loose, branched</source>
   <translation>locker, verzweigt</translation>
  </message>
  <message>
   <source>low cushion</source>
   <translation>niedriges Polster</translation>
  </message>
  <message>
   <source>low dome</source>
   <translation>niedrige Kuppel</translation>
  </message>
  <message>
   <source>low mound</source>
   <translation>niedriger Hügel</translation>
  </message>
  <message>
   <source>lying trunk</source>
   <translation>liegender Stamm</translation>
  </message>
  <message>
   <source>lying, with its roots</source>
   <translation>liegend, mit Wurzeln</translation>
  </message>
  <message>
   <source>many rods from one stool</source>
   <translation>viele Ruten aus einem Stock</translation>
  </message>
  <message>
   <source>many sizes</source>
   <translation>viele Größen</translation>
  </message>
  <message>
   <source>many times as high as wide</source>
   <translation>viel höher als breit</translation>
  </message>
  <message>
   <source>massive short stem</source>
   <translation>massiger, kurzer Stamm</translation>
  </message>
  <message>
   <source>measurement</source>
   <translation>Messung</translation>
  </message>
  <message>
   <source>metal</source>
   <translation>Metall</translation>
  </message>
  <message>
   <source>mid step</source>
   <translation>mitten im Schritt</translation>
  </message>
  <message>
   <source>mixed</source>
   <translation>gemischt</translation>
  </message>
  <message>
   <source>moves as one</source>
   <translation>bewegt sich als Ganzes</translation>
  </message>
  <message>
   <source>my library</source>
   <translation>meine Bibliothek</translation>
  </message>
  <message>
   <source>narrow column</source>
   <translation>schmale Säule</translation>
  </message>
  <message>
   <source>narrow fluttering leaves</source>
   <translation>schmale, flatternde Blätter</translation>
  </message>
  <message>
   <source>narrow grey leaves</source>
   <translation>schmale, graue Blätter</translation>
  </message>
  <message>
   <source>narrow leaves</source>
   <translation>schmale Blätter</translation>
  </message>
  <message>
   <source>narrower at the top</source>
   <translation>nach oben schmaler</translation>
  </message>
  <message>
   <source>near clipping %1</source>
   <translation>Nahgrenze %1</translation>
  </message>
  <message>
   <source>nearly leafless</source>
   <translation>fast blattlos</translation>
  </message>
  <message>
   <source>needle leaves</source>
   <translation>nadelförmige Blätter</translation>
  </message>
  <message>
   <source>new: %1</source>
   <translation>neu: %1</translation>
  </message>
  <message>
   <source>no cuts</source>
   <translation>keine Schnitte</translation>
  </message>
  <message>
   <source>no flat leaves</source>
   <translation>keine flachen Blätter</translation>
  </message>
  <message>
   <source>no leaf or twig</source>
   <translation>weder Blatt noch Zweig</translation>
  </message>
  <message>
   <source>no low limbs</source>
   <translation>keine tiefen Äste</translation>
  </message>
  <message>
   <source>no stem to be seen</source>
   <translation>kein Stamm zu sehen</translation>
  </message>
  <message>
   <source>no sunrise or sunset</source>
   <translation>kein Auf- oder Untergang</translation>
  </message>
  <message>
   <source>no trunk</source>
   <translation>kein Stamm</translation>
  </message>
  <message>
   <source>nodding buds on thin stalks</source>
   <translation>nickende Knospen auf dünnen Stielen</translation>
  </message>
  <message>
   <source>nodding plume</source>
   <translation>nickende Fahne</translation>
  </message>
  <message>
   <source>north %1° clockwise</source>
   <translation>Norden %1° im Uhrzeigersinn</translation>
  </message>
  <message>
   <source>north arrow and scale bar</source>
   <translation>Nordpfeil und Maßstab</translation>
  </message>
  <message>
   <source>not quite level</source>
   <translation>nicht ganz eben</translation>
  </message>
  <message>
   <source>not set</source>
   <translation>nicht angegeben</translation>
  </message>
  <message>
   <source>nothing changed</source>
   <translation>nichts geändert</translation>
  </message>
  <message>
   <source>old, broad and hollow-looking</source>
   <translation>alt, breit, wie hohl</translation>
  </message>
  <message>
   <source>on legs</source>
   <translation>auf Beinen</translation>
  </message>
  <message>
   <source>on one foot</source>
   <translation>auf einem Fuß</translation>
  </message>
  <message>
   <source>one of %1</source>
   <translation>eine von %1</translation>
  </message>
  <message>
   <source>one pale tone all over</source>
   <translation>überall ein heller Ton</translation>
  </message>
  <message>
   <source>one per click</source>
   <translation>eine je Klick</translation>
  </message>
  <message>
   <source>one post</source>
   <translation>ein Pfosten</translation>
  </message>
  <message>
   <source>open at the foot</source>
   <translation>am Fuß offen</translation>
  </message>
  <message>
   <source>open foot</source>
   <translation>offener Fuß</translation>
  </message>
  <message>
   <source>open scales in spirals</source>
   <translation>offene Schuppen in Spiralen</translation>
  </message>
  <message>
   <source>open top</source>
   <translation>oben offen</translation>
  </message>
  <message>
   <source>orange autumn</source>
   <translation>orange im Herbst</translation>
  </message>
  <message>
   <source>orchard-pruned, low and open</source>
   <translation>Obstschnitt, niedrig und offen</translation>
  </message>
  <message>
   <source>over %1 %</source>
   <translation>über %1 %</translation>
  </message>
  <message>
   <source>overhanging edges</source>
   <translation>überstehende Kanten</translation>
  </message>
  <message>
   <source>pad</source>
   <translation>Planum</translation>
  </message>
  <message>
   <source>pale cuts</source>
   <translation>helle Schnittflächen</translation>
  </message>
  <message>
   <source>pale shirt</source>
   <translation>helles Hemd</translation>
  </message>
  <message>
   <source>pale wood</source>
   <translation>helles Holz</translation>
  </message>
  <message>
   <source>pale wood without bark</source>
   <translation>helles Holz ohne Rinde</translation>
  </message>
  <message>
   <source>palmate leaves at the foot</source>
   <translation>handförmige Blätter am Fuß</translation>
  </message>
  <message>
   <source>palmate leaves like hands</source>
   <translation>handförmige Blätter</translation>
  </message>
  <message>
   <source>palmate lobed leaves</source>
   <translation>handförmig gelappte Blätter</translation>
  </message>
  <message>
   <source>parked</source>
   <translation>abgestellt</translation>
  </message>
  <message>
   <source>path</source>
   <translation>Weg</translation>
  </message>
  <message>
   <source>path too steep: %1</source>
   <translation>Weg zu steil: %1</translation>
  </message>
  <message>
   <source>paused · %1 resumes</source>
   <translation>angehalten · %1 setzt fort</translation>
  </message>
  <message>
   <source>paving</source>
   <translation>Pflaster</translation>
  </message>
  <message>
   <source>pink flowers singly along the canes</source>
   <translation>einzelne rosa Blüten an den Ruten</translation>
  </message>
  <message>
   <source>pixels</source>
   <translation>Pixel</translation>
  </message>
  <message>
   <source>plan %1</source>
   <translation>im Plan %1</translation>
  </message>
  <message>
   <source>plants off</source>
   <translation>Pflanzen aus</translation>
  </message>
  <message>
   <source>pleated leaves</source>
   <translation>gefaltete Blätter</translation>
  </message>
  <message>
   <source>pointed pickets</source>
   <translation>spitze Latten</translation>
  </message>
  <message>
   <source>pointed top</source>
   <translation>spitzer Kopf</translation>
  </message>
  <message>
   <source>pool</source>
   <translation>Becken</translation>
  </message>
  <message>
   <source>presentation only</source>
   <translation>nur zur Darstellung</translation>
  </message>
  <message>
   <source>preview shading</source>
   <translation>vorläufige Schattierung</translation>
  </message>
  <message>
   <source>prickly short shoots</source>
   <translation>stachlige Kurztriebe</translation>
  </message>
  <message>
   <source>purple brush on a dark knob</source>
   <translation>purpurner Schopf auf dunklem Knopf</translation>
  </message>
  <message>
   <source>ragged upper edge</source>
   <translation>ausgefranste Oberkante</translation>
  </message>
  <message>
   <source>reading its textures</source>
   <translation>seine Texturen werden gelesen</translation>
  </message>
  <message>
   <source>red autumn</source>
   <translation>rot im Herbst</translation>
  </message>
  <message>
   <source>red coat</source>
   <translation>roter Mantel</translation>
  </message>
  <message>
   <source>red rods, bright in winter</source>
   <translation>rote Ruten, leuchtend im Winter</translation>
  </message>
  <message>
   <source>red-brown flaking stems</source>
   <translation>rotbraune, schuppende Stämme</translation>
  </message>
  <message>
   <source>red-brown threads</source>
   <translation>rotbraune Fäden</translation>
  </message>
  <message>
   <source>reddish</source>
   <translation>rötlich</translation>
  </message>
  <message>
   <source>reddish upper stem</source>
   <translation>oben rötlicher Stamm</translation>
  </message>
  <message>
   <source>render and plaster</source>
   <translation>Putz</translation>
  </message>
  <message>
   <source>ringed stem without branches</source>
   <translation>geringelter Stamm ohne Äste</translation>
  </message>
  <message>
   <source>rise %1</source>
   <translation>Höhe %1</translation>
  </message>
  <message>
   <source>rising limbs from a short stem</source>
   <translation>aufsteigende Äste aus kurzem Stamm</translation>
  </message>
  <message>
   <source>roofs</source>
   <translation>Dächer</translation>
  </message>
  <message>
   <source>root plate at the other</source>
   <translation>Wurzelteller am anderen</translation>
  </message>
  <message>
   <source>rough column</source>
   <translation>raue Säule</translation>
  </message>
  <message>
   <source>round and flat</source>
   <translation>rund und flach</translation>
  </message>
  <message>
   <source>round cushion</source>
   <translation>rundes Polster</translation>
  </message>
  <message>
   <source>round ends</source>
   <translation>runde Enden</translation>
  </message>
  <message>
   <source>round leaves larger than a plate</source>
   <translation>runde Blätter, größer als ein Teller</translation>
  </message>
  <message>
   <source>round notched pads</source>
   <translation>runde, gekerbte Schwimmblätter</translation>
  </message>
  <message>
   <source>round of slats</source>
   <translation>rund aus Latten</translation>
  </message>
  <message>
   <source>round pointed stems</source>
   <translation>runde, spitze Stängel</translation>
  </message>
  <message>
   <source>round with large heads</source>
   <translation>rund mit großen Köpfen</translation>
  </message>
  <message>
   <source>round-headed</source>
   <translation>mit runder Krone</translation>
  </message>
  <message>
   <source>rounded</source>
   <translation>gerundet</translation>
  </message>
  <message>
   <source>rows on gaps</source>
   <translation>Reihen auf Lücke</translation>
  </message>
  <message>
   <source>run out from a trunk</source>
   <translation>laufen von einem Stamm aus</translation>
  </message>
  <message>
   <source>sat in the ground</source>
   <translation>in den Boden gesetzt</translation>
  </message>
  <message>
   <source>saved</source>
   <translation>gespeichert</translation>
  </message>
  <message>
   <source>sawn ends</source>
   <translation>gesägte Enden</translation>
  </message>
  <message>
   <source>sawn, standing</source>
   <translation>gesägt, stehend</translation>
  </message>
  <message>
   <source>scale figure</source>
   <translation>Figur</translation>
  </message>
  <message>
   <source>scarlet autumn</source>
   <translation>scharlachrot im Herbst</translation>
  </message>
  <message>
   <source>sculpting</source>
   <translation>Modelliertes</translation>
  </message>
  <message>
   <source>seat</source>
   <translation>Sitz</translation>
  </message>
  <message>
   <source>seat and table</source>
   <translation>Sitz und Tisch</translation>
  </message>
  <message>
   <source>see-through heads</source>
   <translation>durchsichtige Blütenstände</translation>
  </message>
  <message>
   <source>several</source>
   <translation>verschieden</translation>
  </message>
  <message>
   <source>several stems from one foot</source>
   <translation>mehrere Stämme aus einem Fuß</translation>
  </message>
  <message>
   <source>shared values</source>
   <translation>gemeinsame Werte</translation>
  </message>
  <message>
   <source>sharp edges</source>
   <translation>scharfe Kanten</translation>
  </message>
  <message>
   <source>sharp-edged arching leaves</source>
   <translation>scharfkantige, überhängende Blätter</translation>
  </message>
  <message>
   <source>short leaves</source>
   <translation>kurze Blätter</translation>
  </message>
  <message>
   <source>short stem under a bowl of limbs</source>
   <translation>kurzer Stamm unter einer Schale aus Ästen</translation>
  </message>
  <message>
   <source>short step</source>
   <translation>kurzer Schritt</translation>
  </message>
  <message>
   <source>short upright blades</source>
   <translation>kurze, aufrechte Halme</translation>
  </message>
  <message>
   <source>shorts</source>
   <translation>kurze Hose</translation>
  </message>
  <message>
   <source>shot</source>
   <translation>Aufnahme</translation>
  </message>
  <message>
   <source>shuttlecock</source>
   <translation>Federball</translation>
  </message>
  <message>
   <source>silhouette, looking up</source>
   <translation>Silhouette, blickt auf</translation>
  </message>
  <message>
   <source>silhouette, strolling</source>
   <translation>Silhouette, spaziert</translation>
  </message>
  <message>
   <source>silky plumes</source>
   <translation>seidige Fahnen</translation>
  </message>
  <message>
   <source>silver mound with spikes</source>
   <translation>silbriger Hügel mit Ähren</translation>
  </message>
  <message>
   <source>single fronds from the ground</source>
   <translation>einzelne Wedel aus dem Boden</translation>
  </message>
  <message>
   <source>single stem with a tuft</source>
   <translation>ein Stamm mit Schopf</translation>
  </message>
  <message>
   <source>single stone</source>
   <translation>einzelner Stein</translation>
  </message>
  <message>
   <source>sitting</source>
   <translation>sitzend</translation>
  </message>
  <message>
   <source>skirt</source>
   <translation>Rock</translation>
  </message>
  <message>
   <source>skirt and bun</source>
   <translation>Rock und Haarknoten</translation>
  </message>
  <message>
   <source>slatted seat and back</source>
   <translation>Sitz und Lehne aus Latten</translation>
  </message>
  <message>
   <source>sleeve round a trunk</source>
   <translation>Manschette um einen Stamm</translation>
  </message>
  <message>
   <source>slender ears over the blades</source>
   <translation>schlanke Ähren über den Halmen</translation>
  </message>
  <message>
   <source>slender stem</source>
   <translation>schlanker Stamm</translation>
  </message>
  <message>
   <source>slender, hanging</source>
   <translation>schlank, hängend</translation>
  </message>
  <message>
   <source>slightly leaning</source>
   <translation>leicht geneigt</translation>
  </message>
  <message>
   <source>slope %1 %</source>
   <translation>Neigung %1 %</translation>
  </message>
  <message>
   <source>slope %1°</source>
   <translation>Neigung %1°</translation>
  </message>
  <message>
   <source>slow step</source>
   <translation>langsamer Schritt</translation>
  </message>
  <message>
   <source>small cut leaves</source>
   <translation>kleine, geschlitzte Blätter</translation>
  </message>
  <message>
   <source>small feathered leaves</source>
   <translation>kleine, gefiederte Blätter</translation>
  </message>
  <message>
   <source>small oval crown</source>
   <translation>kleine, ovale Krone</translation>
  </message>
  <message>
   <source>small rhombic leaves</source>
   <translation>kleine, rautenförmige Blätter</translation>
  </message>
  <message>
   <source>small stones</source>
   <translation>kleine Steine</translation>
  </message>
  <message>
   <source>small with trembling heads</source>
   <translation>klein mit zitternden Köpfen</translation>
  </message>
  <message>
   <source>small yellow rhombs</source>
   <translation>kleine, gelbe Rauten</translation>
  </message>
  <message>
   <source>small, upright</source>
   <translation>klein, aufrecht</translation>
  </message>
  <message>
   <source>smaller than a matchbox</source>
   <translation>kleiner als eine Streichholzschachtel</translation>
  </message>
  <message>
   <source>smooth bark</source>
   <translation>glatte Rinde</translation>
  </message>
  <message>
   <source>smooth grey bark</source>
   <translation>glatte, graue Rinde</translation>
  </message>
  <message>
   <source>smooth ovals</source>
   <translation>glatte Ovale</translation>
  </message>
  <message>
   <source>smooth upright canes</source>
   <translation>glatte, aufrechte Halme</translation>
  </message>
  <message>
   <source>soft bright needles</source>
   <translation>weiche, helle Nadeln</translation>
  </message>
  <message>
   <source>soil inside</source>
   <translation>innen Erde</translation>
  </message>
  <message>
   <source>soil stands %1 over a floor</source>
   <translation>Erde steht %1 über einem Fußboden</translation>
  </message>
  <message>
   <source>spade</source>
   <translation>Spaten</translation>
  </message>
  <message>
   <source>specimens</source>
   <translation>Solitäre</translation>
  </message>
  <message>
   <source>spires over hands</source>
   <translation>Kerzen über Händen</translation>
  </message>
  <message>
   <source>spires side by side</source>
   <translation>Kerzen nebeneinander</translation>
  </message>
  <message>
   <source>splintered top</source>
   <translation>zersplitterter Kopf</translation>
  </message>
  <message>
   <source>square</source>
   <translation>rechteckig</translation>
  </message>
  <message>
   <source>square stems</source>
   <translation>vierkantige Stängel</translation>
  </message>
  <message>
   <source>stacked wood</source>
   <translation>gestapeltes Holz</translation>
  </message>
  <message>
   <source>staked street tree</source>
   <translation>angepfählter Straßenbaum</translation>
  </message>
  <message>
   <source>stalks twice as high as the leaves</source>
   <translation>Stiele doppelt so hoch wie das Laub</translation>
  </message>
  <message>
   <source>stand of straight stems</source>
   <translation>Bestand gerader Stängel</translation>
  </message>
  <message>
   <source>standing</source>
   <translation>stehend</translation>
  </message>
  <message>
   <source>steel rings</source>
   <translation>Stahlringe</translation>
  </message>
  <message>
   <source>stems that do not branch</source>
   <translation>unverzweigte Stämme</translation>
  </message>
  <message>
   <source>steps %1</source>
   <translation>Stufen %1</translation>
  </message>
  <message>
   <source>steps %1 high</source>
   <translation>Stufen %1 hoch</translation>
  </message>
  <message>
   <source>stick</source>
   <translation>Stock</translation>
  </message>
  <message>
   <source>stiff and upright</source>
   <translation>steif und aufrecht</translation>
  </message>
  <message>
   <source>stiff blue blades</source>
   <translation>steife, blaue Halme</translation>
  </message>
  <message>
   <source>stiff stalks</source>
   <translation>steife Stiele</translation>
  </message>
  <message>
   <source>stiff upright tuft</source>
   <translation>steif aufrechter Horst</translation>
  </message>
  <message>
   <source>stone on the roof</source>
   <translation>Stein auf dem Dach</translation>
  </message>
  <message>
   <source>stone walls</source>
   <translation>Steinmauern</translation>
  </message>
  <message>
   <source>storeys %1</source>
   <translation>Geschosse %1</translation>
  </message>
  <message>
   <source>storeys %1 high</source>
   <translation>Geschosse %1 hoch</translation>
  </message>
  <message>
   <source>stout stems</source>
   <translation>kräftige Stängel</translation>
  </message>
  <message>
   <source>straight rods from the ground</source>
   <translation>gerade Ruten aus dem Boden</translation>
  </message>
  <message>
   <source>straight stems</source>
   <translation>gerade Stängel</translation>
  </message>
  <message>
   <source>straw ears high above</source>
   <translation>strohfarbene Ähren hoch darüber</translation>
  </message>
  <message>
   <source>straw hat</source>
   <translation>Strohhut</translation>
  </message>
  <message>
   <source>straw-coloured in late summer</source>
   <translation>strohfarben im Spätsommer</translation>
  </message>
  <message>
   <source>stream</source>
   <translation>Bach</translation>
  </message>
  <message>
   <source>sun altitude %1°, azimuth %2°</source>
   <translation>Sonnenhöhe %1°, Azimut %2°</translation>
  </message>
  <message>
   <source>sunk</source>
   <translation>versenkt</translation>
  </message>
  <message>
   <source>sunrise %1, sunset %2</source>
   <translation>Aufgang %1, Untergang %2</translation>
  </message>
  <message>
   <source>surveyed terrain</source>
   <translation>vermessenes Gelände</translation>
  </message>
  <message>
   <source>sword leaves</source>
   <translation>Schwertblätter</translation>
  </message>
  <message>
   <source>sword leaves at the water</source>
   <translation>Schwertblätter am Wasser</translation>
  </message>
  <message>
   <source>tall at the water</source>
   <translation>hoch am Wasser</translation>
  </message>
  <message>
   <source>tall dome to the ground</source>
   <translation>hohe Kuppel bis zum Boden</translation>
  </message>
  <message>
   <source>tall narrow column</source>
   <translation>hohe, schmale Säule</translation>
  </message>
  <message>
   <source>tall spire</source>
   <translation>hohe Spitze</translation>
  </message>
  <message>
   <source>tall stand at the water</source>
   <translation>hoher Bestand am Wasser</translation>
  </message>
  <message>
   <source>tall, open dome</source>
   <translation>hohe, offene Kuppel</translation>
  </message>
  <message>
   <source>taller than wide</source>
   <translation>höher als breit</translation>
  </message>
  <message>
   <source>terrace</source>
   <translation>Terrasse</translation>
  </message>
  <message>
   <source>terrain</source>
   <translation>Gelände</translation>
  </message>
  <message>
   <source>texture of %1 repeats %2 times</source>
   <translation>Textur von %1 wiederholt sich %2-mal</translation>
  </message>
  <message>
   <source>texture of %1 too coarse: %2 a texel</source>
   <translation>Textur von %1 zu grob: %2 je Texel</translation>
  </message>
  <message>
   <source>the height where you start</source>
   <translation>die Höhe am Anfang</translation>
  </message>
  <message>
   <source>the site becomes %1 with a grid of %2</source>
   <translation>das Grundstück wird %1 mit einem Raster von %2</translation>
  </message>
  <message>
   <source>the tallest tree is %1 times as high</source>
   <translation>der höchste Baum ist %1-mal so hoch</translation>
  </message>
  <message>
   <source>the whole site is covered</source>
   <translation>das ganze Grundstück ist bedeckt</translation>
  </message>
  <message>
   <source>thick boards</source>
   <translation>dicke Bretter</translation>
  </message>
  <message>
   <source>thick leaning stem</source>
   <translation>dicker, geneigter Stamm</translation>
  </message>
  <message>
   <source>thick short trunk</source>
   <translation>dicker, kurzer Stamm</translation>
  </message>
  <message>
   <source>thick stems below</source>
   <translation>unten dicke Stämme</translation>
  </message>
  <message>
   <source>thicket of upright rods</source>
   <translation>Dickicht aufrechter Ruten</translation>
  </message>
  <message>
   <source>thin carpet</source>
   <translation>dünner Teppich</translation>
  </message>
  <message>
   <source>thin crown with holes</source>
   <translation>dünne Krone mit Lücken</translation>
  </message>
  <message>
   <source>thin post</source>
   <translation>dünner Pfosten</translation>
  </message>
  <message>
   <source>thin stalks</source>
   <translation>dünne Stiele</translation>
  </message>
  <message>
   <source>thin twigs that hang like cords</source>
   <translation>dünne Zweige, die wie Schnüre hängen</translation>
  </message>
  <message>
   <source>thinly strewn</source>
   <translation>dünn gestreut</translation>
  </message>
  <message>
   <source>this project</source>
   <translation>dieses Projekt</translation>
  </message>
  <message>
   <source>thread-like blades</source>
   <translation>fadenförmige Halme</translation>
  </message>
  <message>
   <source>threads that tear</source>
   <translation>Fäden, die reißen</translation>
  </message>
  <message>
   <source>three boxes</source>
   <translation>drei Kästen</translation>
  </message>
  <message>
   <source>three leaflets</source>
   <translation>drei Blättchen</translation>
  </message>
  <message>
   <source>three rails</source>
   <translation>drei Riegel</translation>
  </message>
  <message>
   <source>thrice as wide as others</source>
   <translation>dreimal so breit wie andere</translation>
  </message>
  <message>
   <source>tiers of drooping branches</source>
   <translation>Etagen hängender Äste</translation>
  </message>
  <message>
   <source>tight clump</source>
   <translation>dichter Horst</translation>
  </message>
  <message>
   <source>timber</source>
   <translation>Holz</translation>
  </message>
  <message>
   <source>time is being estimated…</source>
   <translation>Zeit wird geschätzt …</translation>
  </message>
  <message>
   <source>tiny glossy leaves</source>
   <translation>winzige, glänzende Blätter</translation>
  </message>
  <message>
   <source>too level for steps</source>
   <translation>zu eben für Stufen</translation>
  </message>
  <message>
   <source>too steep for a ramp (1:12)</source>
   <translation>zu steil für eine Rampe (1:12)</translation>
  </message>
  <message>
   <source>too steep: its ends differ too much in height</source>
   <translation>zu steil: seine Enden liegen in der Höhe zu weit auseinander</translation>
  </message>
  <message>
   <source>toothed leaves in crossed pairs</source>
   <translation>gezähnte Blätter in gekreuzten Paaren</translation>
  </message>
  <message>
   <source>torn, standing</source>
   <translation>abgerissen, stehend</translation>
  </message>
  <message>
   <source>total %1</source>
   <translation>gesamt %1</translation>
  </message>
  <message>
   <source>trembling leaves</source>
   <translation>zitternde Blätter</translation>
  </message>
  <message>
   <source>trunk along the ground</source>
   <translation>Stamm am Boden entlang</translation>
  </message>
  <message>
   <source>turns to the camera</source>
   <translation>dreht sich zur Kamera</translation>
  </message>
  <message>
   <source>tussock with tall panicles</source>
   <translation>Bult mit hohen Rispen</translation>
  </message>
  <message>
   <source>twice cut</source>
   <translation>zweimal geschnitten</translation>
  </message>
  <message>
   <source>two benches</source>
   <translation>zwei Bänke</translation>
  </message>
  <message>
   <source>two posts</source>
   <translation>zwei Pfosten</translation>
  </message>
  <message>
   <source>two rails</source>
   <translation>zwei Riegel</translation>
  </message>
  <message>
   <source>two stakes and a tie</source>
   <translation>zwei Pfähle und ein Band</translation>
  </message>
  <message>
   <source>two wheels and guards</source>
   <translation>zwei Räder und Schutzbleche</translation>
  </message>
  <message>
   <source>unbranched</source>
   <translation>unverzweigt</translation>
  </message>
  <message>
   <source>undivided straps</source>
   <translation>ungeteilte Riemen</translation>
  </message>
  <message>
   <source>uneven faces</source>
   <translation>unebene Seiten</translation>
  </message>
  <message>
   <source>uneven height</source>
   <translation>ungleiche Höhe</translation>
  </message>
  <message>
   <source>unmown</source>
   <translation>ungemäht</translation>
  </message>
  <message>
   <source>unsaved changes</source>
   <translation>ungespeicherte Änderungen</translation>
  </message>
  <message>
   <source>up %1</source>
   <translation>hoch %1</translation>
  </message>
  <message>
   <source>upright</source>
   <translation>aufrecht</translation>
  </message>
  <message>
   <source>upright bars</source>
   <translation>senkrechte Stäbe</translation>
  </message>
  <message>
   <source>upright slab</source>
   <translation>stehende Platte</translation>
  </message>
  <message>
   <source>upright spikes</source>
   <translation>aufrechte Ähren</translation>
  </message>
  <message>
   <source>upswept limbs with few twigs</source>
   <translation>aufstrebende Äste mit wenigen Zweigen</translation>
  </message>
  <message>
   <source>vase-shaped</source>
   <translation>vasenförmig</translation>
  </message>
  <message>
   <source>veil and brim</source>
   <translation>Schleier und Krempe</translation>
  </message>
  <message>
   <source>velvet surface</source>
   <translation>samtige Fläche</translation>
  </message>
  <message>
   <source>very thick short trunk</source>
   <translation>sehr dicker, kurzer Stamm</translation>
  </message>
  <message>
   <source>view not saved</source>
   <translation>Ansicht nicht gespeichert</translation>
  </message>
  <message>
   <source>violet spikes on bare stalks</source>
   <translation>violette Ähren auf kahlen Stielen</translation>
  </message>
  <message>
   <source>walking</source>
   <translation>gehend</translation>
  </message>
  <message>
   <source>walkway</source>
   <translation>Weg</translation>
  </message>
  <message>
   <source>wall</source>
   <translation>Mauer</translation>
  </message>
  <message>
   <source>wall piece</source>
   <translation>Mauerstück</translation>
  </message>
  <message>
   <source>warm colour</source>
   <translation>warme Farbe</translation>
  </message>
  <message>
   <source>water</source>
   <translation>Wasser</translation>
  </message>
  <message>
   <source>water stands %1 over a floor</source>
   <translation>Wasser steht %1 über einem Fußboden</translation>
  </message>
  <message>
   <source>weathered</source>
   <translation>verwittert</translation>
  </message>
  <message>
   <source>weeping</source>
   <translation>hängend</translation>
  </message>
  <message>
   <source>weight on both feet</source>
   <translation>steht auf beiden Füßen</translation>
  </message>
  <message>
   <source>where the terrain ends its edge goes on level</source>
   <translation>wo das Gelände endet, geht sein Rand eben weiter</translation>
  </message>
  <message>
   <source>white</source>
   <translation>weiß</translation>
  </message>
  <message>
   <source>white bark</source>
   <translation>weiße Rinde</translation>
  </message>
  <message>
   <source>white blossom along twigs</source>
   <translation>weiße Blüten an den Zweigen</translation>
  </message>
  <message>
   <source>white clothes</source>
   <translation>weiße Kleidung</translation>
  </message>
  <message>
   <source>white cups on the water</source>
   <translation>weiße Schalen auf dem Wasser</translation>
  </message>
  <message>
   <source>white heads on short stalks</source>
   <translation>weiße Köpfe auf kurzen Stielen</translation>
  </message>
  <message>
   <source>white plumes above head height</source>
   <translation>weiße Fahnen über Kopfhöhe</translation>
  </message>
  <message>
   <source>white rays round a yellow disc</source>
   <translation>weiße Strahlen um eine gelbe Scheibe</translation>
  </message>
  <message>
   <source>white umbels</source>
   <translation>weiße Dolden</translation>
  </message>
  <message>
   <source>wider than high when old</source>
   <translation>im Alter breiter als hoch</translation>
  </message>
  <message>
   <source>wiry stems</source>
   <translation>drahtige Stängel</translation>
  </message>
  <message>
   <source>wiry, branched</source>
   <translation>drahtig, verzweigt</translation>
  </message>
  <message>
   <source>working</source>
   <translation>arbeitend</translation>
  </message>
  <message>
   <source>worn faces</source>
   <translation>abgenutzte Seiten</translation>
  </message>
  <message>
   <source>wrinkled rosette</source>
   <translation>runzlige Rosette</translation>
  </message>
  <message>
   <source>yellow autumn</source>
   <translation>gelb im Herbst</translation>
  </message>
  <message>
   <source>yellow flowers</source>
   <translation>gelbe Blüten</translation>
  </message>
  <message>
   <source>yellow flowers along the rods</source>
   <translation>gelbe Blüten an den Ruten</translation>
  </message>
  <message>
   <source>zigzag branches</source>
   <translation>zickzackförmige Zweige</translation>
  </message>
  <message>
   <source>± %1</source>
   <translation>± %1</translation>
  </message>
  <message>
   <source>· author: %1</source>
   <translation>· Urheber: %1</translation>
  </message>
  <message>
   <source>· licence: %1</source>
   <translation>· Lizenz: %1</translation>
  </message>
  <message>
   <source>× %1</source>
   <translation>× %1</translation>
  </message>
  <message>
   <source>“%1” already exists. Replace it when the render has finished?</source>
   <translation>„%1“ gibt es schon. Ersetzen, wenn das Bild fertig ist?</translation>
  </message>
  <message>
   <source>“%1” has changes that are not saved.</source>
   <translation>„%1“ hat ungespeicherte Änderungen.</translation>
  </message>
  <message>
   <source>“%1” is a built-in species; use another name.</source>
   <translation>„%1“ ist eine mitgelieferte Art; verwenden Sie einen anderen Namen.</translation>
  </message>
  <message>
   <source>“%1” is locked. Unlock it first, in the list or the shot strip.</source>
   <translation>„%1“ ist gesperrt. Entsperren Sie zuerst, in der Liste oder der Aufnahmenleiste.</translation>
  </message>
  <message>
   <source>“%1” is locked. Unlock it first, in the list or with %2.</source>
   <translation>„%1“ ist gesperrt. Entsperren Sie zuerst, in der Liste oder mit %2.</translation>
  </message>
  <message>
   <source>“%1” was open when Thallos ended unexpectedly. Its work was kept at %2; what was done after that is lost.</source>
   <translation>„%1“ war offen, als Thallos unerwartet endete. Die Arbeit daran wurde um %2 gesichert; was danach geschah, ist verloren.</translation>
  </message>
  <message>
   <source>“%1” was selected at another stage. Click it here first.</source>
   <translation>„%1“ wurde in einer anderen Stufe ausgewählt. Klicken Sie es zuerst hier an.</translation>
  </message>
  <message>
   <source>−%1 m³</source>
   <translation>−%1 m³</translation>
  </message>
  <message>
   <source>≈ %1</source>
   <comment>a time</comment>
   <translation>≈ %1</translation>
  </message>
 </context>
</TS>
