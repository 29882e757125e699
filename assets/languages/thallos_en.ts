<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="en" sourcelanguage="en">
 <context>
  <name>thallos</name>
  <message numerus="yes">
   <source>%1 · %n more of your species could not be read</source>
   <translation>
    <numerusform>%1 · %n more of your species could not be read</numerusform>
    <numerusform>%1 · %n more of your species could not be read</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%1: %n kind(s) of faults</source>
   <translation>
    <numerusform>%1: %n kind of faults</numerusform>
    <numerusform>%1: %n kinds of faults</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%1: %n shot(s) changed</source>
   <translation>
    <numerusform>%1: %n shot changed</numerusform>
    <numerusform>%1: %n shots changed</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n asset(s) without a licence; see rights.csv</source>
   <translation>
    <numerusform>%n asset without a licence; see rights.csv</numerusform>
    <numerusform>%n assets without a licence; see rights.csv</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n door(s)</source>
   <translation>
    <numerusform>%n door</numerusform>
    <numerusform>%n doors</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n excluded from this shot</source>
   <translation>
    <numerusform>%n excluded from this shot</numerusform>
    <numerusform>%n excluded from this shot</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n hidden while working</source>
   <translation>
    <numerusform>%n hidden while working</numerusform>
    <numerusform>%n hidden while working</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n item(s)</source>
   <translation>
    <numerusform>%n item</numerusform>
    <numerusform>%n items</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n item(s) selected</source>
   <translation>
    <numerusform>%n item selected</numerusform>
    <numerusform>%n items selected</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n material(s)</source>
   <translation>
    <numerusform>%n material</numerusform>
    <numerusform>%n materials</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n part(s)</source>
   <translation>
    <numerusform>%n part</numerusform>
    <numerusform>%n parts</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n part(s) that no shot sees are selected, of %1.</source>
   <translation>
    <numerusform>%n part of %1 that no shot sees is selected.</numerusform>
    <numerusform>%n parts of %1 that no shot sees are selected.</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n snag(s)</source>
   <translation>
    <numerusform>%n snag</numerusform>
    <numerusform>%n snags</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n source file(s) not found: %1 …</source>
   <translation>
    <numerusform>%n source file not found: %1 …</numerusform>
    <numerusform>%n source files not found: %1 …</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n specimen(s)</source>
   <translation>
    <numerusform>%n specimen</numerusform>
    <numerusform>%n specimens</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n step(s)</source>
   <translation>
    <numerusform>%n step</numerusform>
    <numerusform>%n steps</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n storey(s)</source>
   <translation>
    <numerusform>%n storey</numerusform>
    <numerusform>%n storeys</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n switched off</source>
   <translation>
    <numerusform>%n switched off</numerusform>
    <numerusform>%n switched off</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n texture(s) not found</source>
   <translation>
    <numerusform>%n texture not found</numerusform>
    <numerusform>%n textures not found</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n texture(s) not found beside the file or unreadable:</source>
   <translation>
    <numerusform>%n texture not found beside the file or unreadable:</numerusform>
    <numerusform>%n textures not found beside the file or unreadable:</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>%n window(s)</source>
   <translation>
    <numerusform>%n window</numerusform>
    <numerusform>%n windows</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>Collected %1 and %n file(s)</source>
   <translation>
    <numerusform>Collected %1 and %n file</numerusform>
    <numerusform>Collected %1 and %n files</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>Every part is seen in one of %n shot(s).</source>
   <translation>
    <numerusform>The one shot shows every part.</numerusform>
    <numerusform>Every part is seen in one of the %n shots.</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>Find %n missing texture(s)…</source>
   <translation>
    <numerusform>Find %n missing texture…</numerusform>
    <numerusform>Find %n missing textures…</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>Saved %1 and %n more file(s) in %2 · took %3</source>
   <translation>
    <numerusform>Saved %1 and %n more file in %2 · took %3</numerusform>
    <numerusform>Saved %1 and %n more files in %2 · took %3</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>drift · %n area(s) · %1</source>
   <translation>
    <numerusform>drift · %n area · %1</numerusform>
    <numerusform>drift · %n areas · %1</numerusform>
   </translation>
  </message>
  <message numerus="yes">
   <source>group of %n item(s)</source>
   <translation>
    <numerusform>group of %n item</numerusform>
    <numerusform>group of %n items</numerusform>
   </translation>
  </message>
 </context>
</TS>
