<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de_DE">
<context>
    <name>AccentRow</name>
    <message>
        <source>Accent %1</source>
        <translation>Akzent %1</translation>
    </message>
    <message>
        <source>Switch this accent off or on for this run</source>
        <translation>Diesen Akzent für diesen Lauf aus- oder einschalten</translation>
    </message>
</context>
<context>
    <name>ActionFinder</name>
    <message>
        <source>Find action</source>
        <translation>Aktion suchen</translation>
    </message>
    <message>
        <source>Action to find</source>
        <translation>Gesuchte Aktion</translation>
    </message>
    <message>
        <source>Actions</source>
        <translation>Aktionen</translation>
    </message>
</context>
<context>
    <name>BenchDesk</name>
    <message>
        <source>Notebook</source>
        <translation>Notizbuch</translation>
    </message>
    <message>
        <source>New trial</source>
        <translation>Neuer Versuch</translation>
    </message>
    <message>
        <source>Sweep: one or two values over their ranges</source>
        <translation>Reihe: ein oder zwei Werte über ihre Bereiche</translation>
    </message>
    <message>
        <source>Sensitivity: what each dial moves</source>
        <translation>Empfindlichkeit: was jeder Regler bewegt</translation>
    </message>
    <message>
        <source>Solve: dial values that meet goals</source>
        <translation>Lösen: Reglerwerte, die Ziele erreichen</translation>
    </message>
    <message>
        <source>Fit: dial values that follow a measured run</source>
        <translation>Anpassen: Reglerwerte, die einem gemessenen Lauf folgen</translation>
    </message>
    <message>
        <source>Leeway: how early or late each press may come</source>
        <translation>Spielraum: wie früh oder spät jeder Druck kommen darf</translation>
    </message>
    <message>
        <source>Blind pair: a blind A/B test of two tunings</source>
        <translation>Blindes Paar: ein blinder A/B-Test zweier Abstimmungen</translation>
    </message>
    <message>
        <source>Route: from one place to another with these moves</source>
        <translation>Weg: von einem Ort zum anderen mit diesen Zügen</translation>
    </message>
    <message>
        <source>Feel diff: changes since a git revision</source>
        <translation>Gefühlsvergleich: Änderungen seit einem Git-Stand</translation>
    </message>
    <message>
        <source>Wire: shared play over delays, losses or dials</source>
        <translation>Netz: gemeinsames Spiel über Verzögerungen, Verluste oder Regler</translation>
    </message>
    <message>
        <source>Export the page</source>
        <translation>Seite exportieren</translation>
    </message>
    <message>
        <source>Page (*.html)</source>
        <translation>Seite (*.html)</translation>
    </message>
    <message>
        <source>Export the map or its numbers</source>
        <translation>Karte oder ihre Zahlen exportieren</translation>
    </message>
    <message>
        <source>Numbers (*.csv);;Picture (*.png);;Drawing (*.svg)</source>
        <translation>Zahlen (*.csv);;Bild (*.png);;Zeichnung (*.svg)</translation>
    </message>
    <message>
        <source>Export the numbers</source>
        <translation>Zahlen exportieren</translation>
    </message>
    <message>
        <source>Numbers (*.csv)</source>
        <translation>Zahlen (*.csv)</translation>
    </message>
    <message>
        <source>unknown trial &quot;%1&quot;</source>
        <translation>unbekannter Versuch &quot;%1&quot;</translation>
    </message>
</context>
<context>
    <name>BoardPage</name>
    <message>
        <source>readings with marks</source>
        <translation>Messwerte mit Marken</translation>
    </message>
    <message>
        <source>changes against kept</source>
        <translation>Änderungen gegen Behaltenes</translation>
    </message>
    <message>
        <source>all readings</source>
        <translation>alle Messwerte</translation>
    </message>
    <message>
        <source>Which readings</source>
        <translation>Welche Messwerte</translation>
    </message>
    <message>
        <source>Board</source>
        <translation>Tafel</translation>
    </message>
    <message>
        <source>reading</source>
        <translation>Messwert</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>kept</source>
        <translation>behalten</translation>
    </message>
    <message>
        <source>mark</source>
        <translation>Marke</translation>
    </message>
    <message>
        <source>Calculating the board…</source>
        <translation>Tafel wird berechnet…</translation>
    </message>
    <message>
        <source>%1 of %2 marks hold</source>
        <translation>%1 von %2 Marken halten</translation>
    </message>
    <message>
        <source>calculated in %1 ms</source>
        <translation>in %1 ms berechnet</translation>
    </message>
    <message>
        <source>%1 s</source>
        <translation>%1 s</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>cannot be replayed</source>
        <translation>kann nicht abgespielt werden</translation>
    </message>
    <message>
        <source>%1 to %2</source>
        <translation>%1 bis %2</translation>
    </message>
    <message>
        <source>✓ holds</source>
        <translation>✓ hält</translation>
    </message>
    <message>
        <source>✗ missed</source>
        <translation>✗ verfehlt</translation>
    </message>
</context>
<context>
    <name>CourseDesk</name>
    <message>
        <source>Plan</source>
        <translation>Grundriss</translation>
    </message>
    <message>
        <source>Snap distance of edges and moves</source>
        <translation>Fangabstand für Kanten und Verschiebungen</translation>
    </message>
    <message>
        <source>snap %1 m</source>
        <translation>Fang %1 m</translation>
    </message>
    <message>
        <source>no snapping</source>
        <translation>kein Fang</translation>
    </message>
    <message>
        <source>Measure</source>
        <translation>Messen</translation>
    </message>
    <message>
        <source>Drag from one point to another (M)</source>
        <translation>Von einem Punkt zum anderen ziehen (M)</translation>
    </message>
    <message>
        <source>Focus areas</source>
        <translation>Fokusbereiche</translation>
    </message>
    <message>
        <source>Show the focus area of every fixture</source>
        <translation>Den Fokusbereich jeder Vorrichtung zeigen</translation>
    </message>
    <message>
        <source>Fit</source>
        <translation>Einpassen</translation>
    </message>
    <message>
        <source>Fit the course, or the selection, into view (F)</source>
        <translation>Strecke oder Auswahl in die Ansicht einpassen (F)</translation>
    </message>
    <message>
        <source>Side</source>
        <translation>Seite</translation>
    </message>
    <message>
        <source>along x</source>
        <translation>entlang x</translation>
    </message>
    <message>
        <source>Look along the other axis</source>
        <translation>Entlang der anderen Achse blicken</translation>
    </message>
    <message>
        <source>along y</source>
        <translation>entlang y</translation>
    </message>
    <message>
        <source>drag moves · Ctrl+drag takes a box · arrows nudge · T turns · G groups · Ctrl+C, Ctrl+V copy</source>
        <translation>Ziehen bewegt · Strg+Ziehen wählt einen Rahmen · Pfeile rücken · T dreht · G gruppiert · Strg+C, Strg+V kopieren</translation>
    </message>
    <message>
        <source>unknown trial &quot;%1&quot;</source>
        <translation>unbekannter Versuch &quot;%1&quot;</translation>
    </message>
    <message>
        <source>A mesh to place</source>
        <translation>Ein Gitter zum Setzen</translation>
    </message>
    <message>
        <source>Meshes (*.gltf *.glb *.obj);;All files (*)</source>
        <translation>Gitter (*.gltf *.glb *.obj);;Alle Dateien (*)</translation>
    </message>
</context>
<context>
    <name>CourseDrawing</name>
    <message>
        <source>Plan of the course</source>
        <translation>Grundriss der Strecke</translation>
    </message>
    <message>
        <source>Side view of the course</source>
        <translation>Seitenansicht der Strecke</translation>
    </message>
    <message>
        <source>Move</source>
        <translation>Bewegen</translation>
    </message>
    <message>
        <source>Turn</source>
        <translation>Drehen</translation>
    </message>
    <message>
        <source>Path</source>
        <translation>Pfad</translation>
    </message>
    <message>
        <source>Size</source>
        <translation>Größe</translation>
    </message>
    <message>
        <source>Enter puts %1 in the middle of the view</source>
        <translation>Eingabe setzt %1 in die Mitte der Ansicht</translation>
    </message>
    <message>
        <source>Nothing selected. N selects the next item</source>
        <translation>Nichts ausgewählt. N wählt das nächste Teil</translation>
    </message>
    <message>
        <source>%1 at %2, %3, from %4 m to %5 m up</source>
        <translation>%1 bei %2, %3, von %4 m bis %5 m Höhe</translation>
    </message>
    <message>
        <source> (stale)</source>
        <translation> (veraltet)</translation>
    </message>
    <message>
        <source>top at %1 m</source>
        <translation>Oberkante bei %1 m</translation>
    </message>
    <message>
        <source>%1 m</source>
        <translation>%1 m</translation>
    </message>
    <message>
        <source>path</source>
        <translation>Pfad</translation>
    </message>
    <message>
        <source>link</source>
        <translation>Verbindung</translation>
    </message>
    <message>
        <source>This project has no readable course.</source>
        <translation>Dieses Projekt hat keine lesbare Strecke.</translation>
    </message>
    <message>
        <source>1 square = %1 m</source>
        <translation>1 Quadrat = %1 m</translation>
    </message>
    <message>
        <source>Remove a point from the path</source>
        <translation>Einen Punkt aus dem Pfad entfernen</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Halt</translation>
    </message>
</context>
<context>
    <name>CourseEditor</name>
    <message>
        <source>Select the place or piece where the route starts</source>
        <translation>Den Ort oder das Teil wählen, wo der Weg beginnt</translation>
    </message>
    <message>
        <source>Move</source>
        <translation>Bewegen</translation>
    </message>
    <message>
        <source>Turn</source>
        <translation>Drehen</translation>
    </message>
    <message>
        <source>Remove %1</source>
        <translation>%1 entfernen</translation>
    </message>
    <message>
        <source>Remove %1 things</source>
        <translation>%1 Dinge entfernen</translation>
    </message>
    <message>
        <source>Group</source>
        <translation>Gruppieren</translation>
    </message>
    <message>
        <source>Ungroup</source>
        <translation>Gruppe auflösen</translation>
    </message>
    <message>
        <source>Copy</source>
        <translation>Kopieren</translation>
    </message>
    <message>
        <source>Rename</source>
        <translation>Umbenennen</translation>
    </message>
    <message>
        <source>Link</source>
        <translation>Verbinden</translation>
    </message>
    <message>
        <source>Place %1</source>
        <translation>%1 setzen</translation>
    </message>
    <message>
        <source>Import %1</source>
        <translation>%1 importieren</translation>
    </message>
    <message>
        <source>“%1” still ends at the same place ✓</source>
        <translation>„%1“ endet noch am selben Ort ✓</translation>
    </message>
    <message>
        <source>“%1” ends %2 m away ✕ diverges at %3 s</source>
        <translation>„%1“ endet %2 m entfernt ✕ weicht ab %3 s ab</translation>
    </message>
</context>
<context>
    <name>CourseSheet</name>
    <message>
        <source>Name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>Used by</source>
        <translation>Verwendet von</translation>
    </message>
    <message>
        <source>Reached from here</source>
        <translation>Von hier erreichbar</translation>
    </message>
    <message>
        <source>Find a route to</source>
        <translation>Einen Weg finden nach</translation>
    </message>
    <message>
        <source>find a route to a place or piece</source>
        <translation>einen Weg zu einem Ort oder Teil finden</translation>
    </message>
    <message>
        <source>stop</source>
        <translation>anhalten</translation>
    </message>
    <message>
        <source>Place</source>
        <translation>Setzen</translation>
    </message>
    <message>
        <source>%1: expected three numbers in metres</source>
        <translation>%1: drei Zahlen in Metern erwartet</translation>
    </message>
    <message>
        <source>Each side must be at least 1 mm</source>
        <translation>Jede Seite muss mindestens 1 mm lang sein</translation>
    </message>
    <message>
        <source>Round pieces need equal length and width, spheres equal height too</source>
        <translation>Runde Teile brauchen gleiche Länge und Breite, Kugeln auch gleiche Höhe</translation>
    </message>
    <message>
        <source>This place is too far out</source>
        <translation>Dieser Ort liegt zu weit draußen</translation>
    </message>
    <message>
        <source>rotation</source>
        <translation>Drehung</translation>
    </message>
    <message>
        <source>Counter-clockwise seen from above; 0 faces along x</source>
        <translation>Von oben gesehen gegen den Uhrzeigersinn; 0 blickt entlang x</translation>
    </message>
    <message>
        <source>One angle in degrees, up to 360</source>
        <translation>Ein Winkel in Grad, bis 360</translation>
    </message>
    <message>
        <source>Turn</source>
        <translation>Drehen</translation>
    </message>
    <message>
        <source>size</source>
        <translation>Größe</translation>
    </message>
    <message>
        <source>Length, width, height</source>
        <translation>Länge, Breite, Höhe</translation>
    </message>
    <message>
        <source>position</source>
        <translation>Position</translation>
    </message>
    <message>
        <source>Its centre</source>
        <translation>Seine Mitte</translation>
    </message>
    <message>
        <source>steps</source>
        <translation>Stufen</translation>
    </message>
    <message>
        <source>How many</source>
        <translation>Wie viele</translation>
    </message>
    <message>
        <source>A number of steps, 1 to 1000</source>
        <translation>Eine Anzahl Stufen, 1 bis 1000</translation>
    </message>
    <message>
        <source>Steps</source>
        <translation>Stufen</translation>
    </message>
    <message>
        <source>solid</source>
        <translation>fest</translation>
    </message>
    <message>
        <source>yes</source>
        <translation>ja</translation>
    </message>
    <message>
        <source>no</source>
        <translation>nein</translation>
    </message>
    <message>
        <source>no: a volume, which bodies can be in and scripts ask for by its kinds, like inside(water)</source>
        <translation>nein: ein Raum, in dem Körper sein können und nach dem Skripte über seine Arten fragen, etwa inside(water)</translation>
    </message>
    <message>
        <source>solid: expected yes or no</source>
        <translation>fest: ja oder nein erwartet</translation>
    </message>
    <message>
        <source>Solid</source>
        <translation>Fest</translation>
    </message>
    <message>
        <source>carries</source>
        <translation>trägt mit</translation>
    </message>
    <message>
        <source>Speed of its surface along its length, width and height. It carries whoever stands on it</source>
        <translation>Geschwindigkeit der Oberfläche entlang Länge, Breite und Höhe. Wer darauf steht, wird mitgetragen</translation>
    </message>
    <message>
        <source>carries: expected three numbers in m/s</source>
        <translation>trägt mit: drei Zahlen in m/s erwartet</translation>
    </message>
    <message>
        <source>The fastest speed is %1 m/s</source>
        <translation>Die höchste Geschwindigkeit ist %1 m/s</translation>
    </message>
    <message>
        <source>Carries</source>
        <translation>Trägt mit</translation>
    </message>
    <message>
        <source>grip</source>
        <translation>Haftung</translation>
    </message>
    <message>
        <source>Multiplies acceleration and braking on it: 1 is normal, 0 is ice</source>
        <translation>Vervielfacht Beschleunigen und Bremsen darauf: 1 ist normal, 0 ist Eis</translation>
    </message>
    <message>
        <source>A share, 0 to 10</source>
        <translation>Ein Anteil, 0 bis 10</translation>
    </message>
    <message>
        <source>Grip</source>
        <translation>Haftung</translation>
    </message>
    <message>
        <source>material</source>
        <translation>Material</translation>
    </message>
    <message>
        <source>Surface look: %1</source>
        <translation>Aussehen der Oberfläche: %1</translation>
    </message>
    <message>
        <source>kinds</source>
        <translation>Arten</translation>
    </message>
    <message>
        <source>Names that scripts look for, for example anchor</source>
        <translation>Namen, nach denen Skripte suchen, zum Beispiel anchor</translation>
    </message>
    <message>
        <source>Kinds</source>
        <translation>Arten</translation>
    </message>
    <message>
        <source>The feet</source>
        <translation>Die Füße</translation>
    </message>
    <message>
        <source>kind</source>
        <translation>Art</translation>
    </message>
    <message>
        <source>The kind that nearest probes look for</source>
        <translation>Die Art, nach der nearest-Sonden suchen</translation>
    </message>
    <message>
        <source>A fixture of the script</source>
        <translation>Eine Vorrichtung des Skripts</translation>
    </message>
    <message>
        <source>The centre of its underside</source>
        <translation>Die Mitte ihrer Unterseite</translation>
    </message>
    <message>
        <source>link</source>
        <translation>Verbindung</translation>
    </message>
    <message>
        <source>The fixture it is linked to; or drag its link handle to one</source>
        <translation>Die Vorrichtung, mit der sie verbunden ist; oder den Verbindungsgriff dorthin ziehen</translation>
    </message>
    <message>
        <source>Unknown fixture “%1”</source>
        <translation>Unbekannte Vorrichtung „%1“</translation>
    </message>
    <message>
        <source>Link</source>
        <translation>Verbinden</translation>
    </message>
    <message>
        <source>path</source>
        <translation>Pfad</translation>
    </message>
    <message>
        <source>Points that its phases may follow, ahead, to its left and up from where it stands, in metres: 6, 0, 0 stop; 6, 4, 0. With round at the end it goes on to where it stands.
On the plan: drag them, a double click makes one a stop, Ctrl and a click takes it out.</source>
        <translation>Punkte, denen ihre Phasen folgen können, voraus, nach links und nach oben von ihrem Ort, in Metern: 6, 0, 0 stop; 6, 4, 0. Mit round am Ende geht es zum Anfang zurück.
Im Grundriss: ziehen, Doppelklick macht einen Halt daraus, Strg und Klick entfernt ihn.</translation>
    </message>
    <message>
        <source>Path</source>
        <translation>Pfad</translation>
    </message>
    <message>
        <source>%1 piece</source>
        <translation>%1 Teil</translation>
    </message>
    <message>
        <source>%1 volume</source>
        <translation>%1 Raum</translation>
    </message>
    <message>
        <source>fixture</source>
        <translation>Vorrichtung</translation>
    </message>
    <message>
        <source>target</source>
        <translation>Ziel</translation>
    </message>
    <message>
        <source>start place</source>
        <translation>Startort</translation>
    </message>
    <message>
        <source> · in %1</source>
        <translation> · in %1</translation>
    </message>
    <message>
        <source>Nothing selected</source>
        <translation>Nichts ausgewählt</translation>
    </message>
    <message>
        <source>%1 things</source>
        <translation>%1 Dinge</translation>
    </message>
    <message>
        <source>G groups them</source>
        <translation>G gruppiert sie</translation>
    </message>
    <message>
        <source>calculating, %1 %</source>
        <translation>wird berechnet, %1 %</translation>
    </message>
    <message>
        <source> (stale)</source>
        <translation> (veraltet)</translation>
    </message>
    <message>
        <source>Select a piece to see which pieces jumps from it can reach</source>
        <translation>Ein Teil auswählen, um zu sehen, welche Teile von dort erreichbar sind</translation>
    </message>
    <message>
        <source>Then click where to put it</source>
        <translation>Dann klicken, wohin es soll</translation>
    </message>
    <message>
        <source>box</source>
        <translation>Quader</translation>
    </message>
    <message>
        <source>ramp</source>
        <translation>Rampe</translation>
    </message>
    <message>
        <source>cylinder</source>
        <translation>Zylinder</translation>
    </message>
    <message>
        <source>sphere</source>
        <translation>Kugel</translation>
    </message>
    <message>
        <source>capsule</source>
        <translation>Kapsel</translation>
    </message>
    <message>
        <source>volume</source>
        <translation>Raum</translation>
    </message>
    <message>
        <source>mesh from a file…</source>
        <translation>Gitter aus einer Datei…</translation>
    </message>
    <message>
        <source>place</source>
        <translation>Ort</translation>
    </message>
</context>
<context>
    <name>CurveView</name>
    <message>
        <source>Curve</source>
        <translation>Kurve</translation>
    </message>
    <message>
        <source>The script has an error. Fix it before you edit the curve</source>
        <translation>Das Skript hat einen Fehler. Beheben Sie ihn, bevor Sie die Kurve ändern</translation>
    </message>
    <message>
        <source>A curve needs two points</source>
        <translation>Eine Kurve braucht zwei Punkte</translation>
    </message>
    <message>
        <source>Remove a point of %1</source>
        <translation>Einen Punkt von %1 entfernen</translation>
    </message>
    <message>
        <source>Edit %1</source>
        <translation>%1 bearbeiten</translation>
    </message>
    <message>
        <source>Add a point to %1</source>
        <translation>Einen Punkt zu %1 hinzufügen</translation>
    </message>
    <message>
        <source>%1 at %2</source>
        <translation>%1 bei %2</translation>
    </message>
    <message>
        <source>selected: %1</source>
        <translation>ausgewählt: %1</translation>
    </message>
    <message>
        <source>Curve %1</source>
        <translation>Kurve %1</translation>
    </message>
    <message>
        <source>mean %1</source>
        <translation>Mittel %1</translation>
    </message>
</context>
<context>
    <name>DialRow</name>
    <message>
        <source>
Drag, wheel or arrow keys; Shift for fine; Enter or a double click to type</source>
        <translation>
Ziehen, Rad oder Pfeiltasten; Umschalt für fein; Eingabe oder Doppelklick zum Tippen</translation>
    </message>
</context>
<context>
    <name>Documents</name>
    <message>
        <source>%1 was changed by another program, so this step was skipped</source>
        <translation>%1 wurde von einem anderen Programm geändert, daher wurde dieser Schritt übersprungen</translation>
    </message>
    <message>
        <source>Cannot save recovery data: the data folder is not writable</source>
        <translation>Wiederherstellungsdaten können nicht gesichert werden: der Datenordner ist nicht beschreibbar</translation>
    </message>
    <message>
        <source>Restore unsaved work</source>
        <translation>Ungesicherte Arbeit wiederherstellen</translation>
    </message>
    <message>
        <source>%1 is inside this project. Choose a folder outside it</source>
        <translation>%1 liegt in diesem Projekt. Wählen Sie einen Ordner außerhalb</translation>
    </message>
    <message>
        <source>%1 is outside this project&apos;s folder and cannot be found from %2. Choose a folder beside the current one</source>
        <translation>%1 liegt außerhalb des Projektordners und ist von %2 aus nicht zu finden. Wählen Sie einen Ordner neben dem jetzigen</translation>
    </message>
    <message>
        <source>%1 belongs to no project</source>
        <translation>%1 gehört zu keinem Projekt</translation>
    </message>
    <message>
        <source>The script of %1 has an error: %2</source>
        <translation>Das Skript von %1 hat einen Fehler: %2</translation>
    </message>
    <message>
        <source>A file %1 already exists</source>
        <translation>Eine Datei %1 gibt es schon</translation>
    </message>
    <message>
        <source>Cannot read %1</source>
        <translation>%1 kann nicht gelesen werden</translation>
    </message>
    <message>
        <source>%1 is part of the project</source>
        <translation>%1 ist Teil des Projekts</translation>
    </message>
    <message>
        <source>, with %1 which it speaks of</source>
        <translation>, mit %1, das es verwendet</translation>
    </message>
    <message>
        <source>%1 is outside the project folder and was not saved. Save it in its own project</source>
        <translation>%1 liegt außerhalb des Projektordners und wurde nicht gesichert. Sichern Sie es in seinem eigenen Projekt</translation>
    </message>
    <message>
        <source>%1 was changed by another program. Choose which version to keep first</source>
        <translation>%1 wurde von einem anderen Programm geändert. Wählen Sie zuerst, welche Fassung bleibt</translation>
    </message>
    <message>
        <source>Cannot remove %1: %2</source>
        <translation>%1 kann nicht entfernt werden: %2</translation>
    </message>
    <message>
        <source>%1 is outside the project folder and was not saved</source>
        <translation>%1 liegt außerhalb des Projektordners und wurde nicht gesichert</translation>
    </message>
    <message>
        <source>%1 was removed from the project, but its file could not be deleted: %2</source>
        <translation>%1 wurde aus dem Projekt entfernt, aber die Datei konnte nicht gelöscht werden: %2</translation>
    </message>
    <message>
        <source>Load %1 from disk</source>
        <translation>%1 von der Platte laden</translation>
    </message>
    <message>
        <source>Enter a name for the tape</source>
        <translation>Geben Sie einen Namen für das Band ein</translation>
    </message>
    <message>
        <source>A tape &quot;%1&quot; already exists. Choose another name</source>
        <translation>Ein Band &quot;%1&quot; gibt es schon. Wählen Sie einen anderen Namen</translation>
    </message>
    <message>
        <source>Rename a tape to %1</source>
        <translation>Ein Band in %1 umbenennen</translation>
    </message>
    <message>
        <source>Delete the tape %1</source>
        <translation>Das Band %1 löschen</translation>
    </message>
</context>
<context>
    <name>EventList</name>
    <message>
        <source>Filter, for example landed</source>
        <translation>Filter, zum Beispiel landed</translation>
    </message>
    <message>
        <source>Events</source>
        <translation>Ereignisse</translation>
    </message>
</context>
<context>
    <name>EventModel</name>
    <message>
        <source>time</source>
        <translation>Zeit</translation>
    </message>
    <message>
        <source>what happened</source>
        <translation>was geschah</translation>
    </message>
</context>
<context>
    <name>FindBar</name>
    <message>
        <source>Find</source>
        <translation>Suchen</translation>
    </message>
    <message>
        <source>Text to find</source>
        <translation>Gesuchter Text</translation>
    </message>
    <message>
        <source>Replace with</source>
        <translation>Ersetzen durch</translation>
    </message>
    <message>
        <source>Replacement text</source>
        <translation>Ersatztext</translation>
    </message>
    <message>
        <source>Regex</source>
        <translation>Regulärer Ausdruck</translation>
    </message>
    <message>
        <source>Regular expression. \1 in the replacement is its first group</source>
        <translation>Regulärer Ausdruck. \1 im Ersatz ist seine erste Gruppe</translation>
    </message>
    <message>
        <source>Match case</source>
        <translation>Groß-/Kleinschreibung</translation>
    </message>
    <message>
        <source>Whole words</source>
        <translation>Ganze Wörter</translation>
    </message>
    <message>
        <source>In all files</source>
        <translation>In allen Dateien</translation>
    </message>
    <message>
        <source>Previous</source>
        <translation>Vorige</translation>
    </message>
    <message>
        <source>Next</source>
        <translation>Nächste</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Replace</source>
        <translation>Ersetzen</translation>
    </message>
    <message>
        <source>Replace all</source>
        <translation>Alle ersetzen</translation>
    </message>
</context>
<context>
    <name>FirstSteps</name>
    <message>
        <source>First steps</source>
        <translation>Erste Schritte</translation>
    </message>
    <message>
        <source>Dismiss</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>%1 %2</source>
        <translation>%1 %2</translation>
    </message>
    <message>
        <source>Enter, or a click on the stage, plays: %1.</source>
        <translation>Eingabe oder ein Klick auf die Bühne startet das Spiel: %1.</translation>
    </message>
    <message>
        <source>Esc stops. What you played is kept as a tape.</source>
        <translation>Esc hält an. Was Sie gespielt haben, bleibt als Band.</translation>
    </message>
    <message>
        <source>Drag a dial below: the same run plays again at once.</source>
        <translation>Ziehen Sie unten an einem Regler: derselbe Lauf spielt sofort neu.</translation>
    </message>
    <message>
        <source>Ctrl+K keeps what is better, Ctrl+D goes back. The dashed ghost is what was kept.</source>
        <translation>Strg+K behält das Bessere, Strg+D geht zurück. Der gestrichelte Geist ist das Behaltene.</translation>
    </message>
</context>
<context>
    <name>GameDesk</name>
    <message>
        <source>Linked game</source>
        <translation>Verbundenes Spiel</translation>
    </message>
    <message>
        <source>Character of the game</source>
        <translation>Figur des Spiels</translation>
    </message>
    <message>
        <source>Play this tape there</source>
        <translation>Dieses Band dort abspielen</translation>
    </message>
    <message>
        <source>The game puts its characters where the tape in view begins, and plays its inputs</source>
        <translation>Das Spiel setzt seine Figuren an den Anfang des gezeigten Bands und spielt dessen Eingaben</translation>
    </message>
    <message>
        <source>Fetch take</source>
        <translation>Aufnahme holen</translation>
    </message>
    <message>
        <source>Copies the game&apos;s recording into a tape, and the solids near its path into the course</source>
        <translation>Kopiert die Aufnahme des Spiels in ein Band und die festen Teile nahe ihrem Pfad in die Strecke</translation>
    </message>
    <message>
        <source>Draws the path that the game reported over the current run, on the stage and in the timeline: at the best-fitting time and place, or where you drag it</source>
        <translation>Zeichnet den Pfad, den das Spiel meldete, über den aktuellen Lauf, auf der Bühne und in der Zeitleiste: wo er am besten passt, oder wohin Sie ihn ziehen</translation>
    </message>
    <message>
        <source>Allow games to link</source>
        <translation>Spielen die Verbindung erlauben</translation>
    </message>
    <message>
        <source>Lets your games on this machine find this window and play its scripts and dials</source>
        <translation>Lässt Ihre Spiele auf diesem Rechner dieses Fenster finden und seine Skripte und Regler spielen</translation>
    </message>
    <message>
        <source>Web pages…</source>
        <translation>Webseiten…</translation>
    </message>
    <message>
        <source>Which web pages may link, by their origin. Programs need no entry</source>
        <translation>Welche Webseiten sich verbinden dürfen, nach ihrer Herkunft. Programme brauchen keinen Eintrag</translation>
    </message>
    <message>
        <source>Now</source>
        <translation>Jetzt</translation>
    </message>
    <message>
        <source>Why not</source>
        <translation>Warum nicht</translation>
    </message>
    <message>
        <source>Whether each move could start now, and why not</source>
        <translation>Ob jeder Zug jetzt beginnen könnte, und warum nicht</translation>
    </message>
    <message>
        <source>Move</source>
        <translation>Bewegen</translation>
    </message>
    <message>
        <source>Scripts in the game</source>
        <translation>Skripte im Spiel</translation>
    </message>
    <message>
        <source>Path over the run</source>
        <translation>Pfad über dem Lauf</translation>
    </message>
    <message>
        <source>Games cannot link: there is no private runtime folder (XDG_RUNTIME_DIR)</source>
        <translation>Spiele können sich nicht verbinden: es gibt keinen privaten Laufzeitordner (XDG_RUNTIME_DIR)</translation>
    </message>
    <message>
        <source>Web pages that may link</source>
        <translation>Webseiten, die sich verbinden dürfen</translation>
    </message>
    <message>
        <source>One origin per line, for example http://localhost:8000</source>
        <translation>Eine Herkunft je Zeile, zum Beispiel http://localhost:8000</translation>
    </message>
    <message>
        <source>%1 is not an origin; expected a scheme, a host and a port, for example http://localhost:8000</source>
        <translation>%1 ist keine Herkunft; erwartet werden Schema, Rechner und Port, zum Beispiel http://localhost:8000</translation>
    </message>
    <message>
        <source>Remove the overlay</source>
        <translation>Überlagerung entfernen</translation>
    </message>
    <message>
        <source>Overlay its path</source>
        <translation>Pfad überlagern</translation>
    </message>
    <message>
        <source>no overlay</source>
        <translation>keine Überlagerung</translation>
    </message>
    <message>
        <source>covers %1 % of the run, shifted by %2 s</source>
        <translation>deckt %1 % des Laufs, um %2 s verschoben</translation>
    </message>
    <message>
        <source>%1: difference %2 %3</source>
        <translation>%1: Unterschied %2 %3</translation>
    </message>
    <message>
        <source>m/s</source>
        <translation>m/s</translation>
    </message>
    <message>
        <source>m</source>
        <translation>m</translation>
    </message>
    <message>
        <source>no game</source>
        <translation>kein Spiel</translation>
    </message>
    <message>
        <source>Last refused: %1</source>
        <translation>Zuletzt abgewiesen: %1</translation>
    </message>
    <message>
        <source>Start a game that is linked with libleap and calls leap_link_new(), or one that speaks as docs/link.md says. It finds this window by itself.</source>
        <translation>Starten Sie ein Spiel, das mit libleap gebaut ist und leap_link_new() aufruft, oder eines, das spricht, wie docs/link.md es beschreibt. Es findet dieses Fenster von selbst.</translation>
    </message>
    <message>
        <source>Games cannot find this window. Turn on Allow games to link.</source>
        <translation>Spiele können dieses Fenster nicht finden. Schalten Sie „Spielen die Verbindung erlauben“ ein.</translation>
    </message>
    <message>
        <source>%1 has not reported which scripts it plays</source>
        <translation>%1 hat nicht gemeldet, welche Skripte es spielt</translation>
    </message>
    <message>
        <source>%1 plays the same scripts</source>
        <translation>%1 spielt dieselben Skripte</translation>
    </message>
    <message>
        <source>%1 kept its previous scripts: %2</source>
        <translation>%1 behielt seine früheren Skripte: %2</translation>
    </message>
    <message>
        <source>no game is linked</source>
        <translation>kein Spiel ist verbunden</translation>
    </message>
    <message>
        <source>%1 has not reported a position</source>
        <translation>%1 hat keine Position gemeldet</translation>
    </message>
    <message>
        <source>%1 s, %2 ticks/s</source>
        <translation>%1 s, %2 Takte/s</translation>
    </message>
    <message>
        <source>at %1, %2, %3 m</source>
        <translation>bei %1, %2, %3 m</translation>
    </message>
    <message>
        <source>speed %1 m/s, vertical speed %2 m/s</source>
        <translation>Tempo %1 m/s, senkrecht %2 m/s</translation>
    </message>
    <message>
        <source>%1, %2.%3 for %4 s</source>
        <translation>%1, %2.%3 seit %4 s</translation>
    </message>
</context>
<context>
    <name>GameLanes</name>
    <message>
        <source>Lanes of the game</source>
        <translation>Spuren des Spiels</translation>
    </message>
    <message>
        <source>stance</source>
        <translation>Haltung</translation>
    </message>
    <message>
        <source>%1, held</source>
        <translation>%1, gehalten</translation>
    </message>
    <message>
        <source>%1 to %2 %3</source>
        <translation>%1 bis %2 %3</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>%1 s</source>
        <translation>%1 s</translation>
    </message>
    <message>
        <source>speed</source>
        <translation>Tempo</translation>
    </message>
    <message>
        <source>m/s</source>
        <translation>m/s</translation>
    </message>
    <message>
        <source>feet</source>
        <translation>Füße</translation>
    </message>
    <message>
        <source>m</source>
        <translation>m</translation>
    </message>
</context>
<context>
    <name>GameLinks</name>
    <message>
        <source>Games cannot link to this window: the system has no random numbers</source>
        <translation>Spiele können sich nicht mit diesem Fenster verbinden: das System hat keine Zufallszahlen</translation>
    </message>
    <message>
        <source>Games cannot link to this window: %1</source>
        <translation>Spiele können sich nicht mit diesem Fenster verbinden: %1</translation>
    </message>
    <message>
        <source>the path %1 has %2 bytes, expected at most %3</source>
        <translation>der Pfad %1 hat %2 Bytes, erwartet höchstens %3</translation>
    </message>
    <message>
        <source>its pages are not allowed to link; add them under Web pages</source>
        <translation>ihre Seiten dürfen sich nicht verbinden; tragen Sie sie unter Webseiten ein</translation>
    </message>
    <message>
        <source>it belongs to another user</source>
        <translation>es gehört einem anderen Benutzer</translation>
    </message>
    <message>
        <source>there are too many already</source>
        <translation>es gibt schon zu viele</translation>
    </message>
    <message>
        <source>%1: %2</source>
        <translation>%1: %2</translation>
    </message>
    <message>
        <source>a connection</source>
        <translation>eine Verbindung</translation>
    </message>
</context>
<context>
    <name>GamePath</name>
    <message>
        <source>Path of the game, from above and from the side</source>
        <translation>Pfad des Spiels, von oben und von der Seite</translation>
    </message>
    <message>
        <source>%1 m</source>
        <translation>%1 m</translation>
    </message>
    <message>
        <source>From above</source>
        <translation>Von oben</translation>
    </message>
    <message>
        <source>From the side</source>
        <translation>Von der Seite</translation>
    </message>
</context>
<context>
    <name>GateList</name>
    <message>
        <source>Gates</source>
        <translation>Bedingungen</translation>
    </message>
    <message>
        <source>holds: %1, %2</source>
        <translation>hält: %1, %2</translation>
    </message>
    <message>
        <source>refuses: %1, %2</source>
        <translation>verweigert: %1, %2</translation>
    </message>
</context>
<context>
    <name>ImportDialog</name>
    <message>
        <source>Mesh from %1</source>
        <translation>Gitter aus %1</translation>
    </message>
    <message>
        <source>y is up in the file</source>
        <translation>y zeigt in der Datei nach oben</translation>
    </message>
    <message>
        <source>z is up in the file</source>
        <translation>z zeigt in der Datei nach oben</translation>
    </message>
    <message>
        <source>Metres per unit of the file</source>
        <translation>Meter je Einheit der Datei</translation>
    </message>
    <message>
        <source>Up axis</source>
        <translation>Achse nach oben</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
    <message>
        <source>Place</source>
        <translation>Setzen</translation>
    </message>
    <message>
        <source>%1 × %2 × %3 m, %4 faces</source>
        <translation>%1 × %2 × %3 m, %4 Flächen</translation>
    </message>
    <message>
        <source>; %1 without area skipped</source>
        <translation>; %1 ohne Fläche übersprungen</translation>
    </message>
</context>
<context>
    <name>Influences</name>
    <message>
        <source>Calculating what this dial moves. Point at it again in a moment</source>
        <translation>Es wird berechnet, was dieser Regler bewegt. Zeigen Sie gleich noch einmal darauf</translation>
    </message>
    <message>
        <source>This dial moves no reading of this tape</source>
        <translation>Dieser Regler bewegt keinen Messwert dieses Bands</translation>
    </message>
    <message>
        <source>One tenth of its range moves:</source>
        <translation>Ein Zehntel seines Bereichs bewegt:</translation>
    </message>
    <message>
        <source>Calculating which dials move it. Point at it again in a moment</source>
        <translation>Es wird berechnet, welche Regler ihn bewegen. Zeigen Sie gleich noch einmal darauf</translation>
    </message>
    <message>
        <source>No dial moves it on this tape</source>
        <translation>Kein Regler bewegt ihn auf diesem Band</translation>
    </message>
    <message>
        <source>One tenth of the range of these dials moves it:</source>
        <translation>Ein Zehntel des Bereichs dieser Regler bewegt ihn:</translation>
    </message>
</context>
<context>
    <name>KeysDialog</name>
    <message>
        <source>Keys</source>
        <translation>Tasten</translation>
    </message>
    <message>
        <source>what</source>
        <translation>was</translation>
    </message>
    <message>
        <source>keys</source>
        <translation>Tasten</translation>
    </message>
    <message>
        <source>pad</source>
        <translation>Gamepad</translation>
    </message>
    <message>
        <source>Change</source>
        <translation>Ändern</translation>
    </message>
    <message>
        <source>Script default</source>
        <translation>Vorgabe des Skripts</translation>
    </message>
    <message>
        <source>Done</source>
        <translation>Fertig</translation>
    </message>
    <message>
        <source>Press the key or pad button now. Esc cancels</source>
        <translation>Drücken Sie jetzt die Taste oder den Gamepad-Knopf. Esc bricht ab</translation>
    </message>
    <message>
        <source>Select a line and press Change</source>
        <translation>Wählen Sie eine Zeile und drücken Sie Ändern</translation>
    </message>
</context>
<context>
    <name>MainWindow</name>
    <message>
        <source>Every mark on every tape. Click to show the board</source>
        <translation>Jede Marke auf jedem Band. Ein Klick zeigt die Tafel</translation>
    </message>
    <message>
        <source>Project</source>
        <translation>Projekt</translation>
    </message>
    <message>
        <source>New project…</source>
        <translation>Neues Projekt…</translation>
    </message>
    <message>
        <source>Open…</source>
        <translation>Öffnen…</translation>
    </message>
    <message>
        <source>Recent projects</source>
        <translation>Letzte Projekte</translation>
    </message>
    <message>
        <source>Save</source>
        <translation>Sichern</translation>
    </message>
    <message>
        <source>Save as…</source>
        <translation>Sichern unter…</translation>
    </message>
    <message>
        <source>Import a script…</source>
        <translation>Ein Skript importieren…</translation>
    </message>
    <message>
        <source>Play</source>
        <translation>Spielen</translation>
    </message>
    <message>
        <source>New tape</source>
        <translation>Neues Band</translation>
    </message>
    <message>
        <source>Next tape</source>
        <translation>Nächstes Band</translation>
    </message>
    <message>
        <source>Check tick rates…</source>
        <translation>Taktraten prüfen…</translation>
    </message>
    <message>
        <source>Close window</source>
        <translation>Fenster schließen</translation>
    </message>
    <message>
        <source>Edit</source>
        <translation>Bearbeiten</translation>
    </message>
    <message>
        <source>Undo</source>
        <translation>Rückgängig</translation>
    </message>
    <message>
        <source>Redo</source>
        <translation>Wiederholen</translation>
    </message>
    <message>
        <source>Keep current</source>
        <translation>Aktuelles behalten</translation>
    </message>
    <message>
        <source>Revert to kept</source>
        <translation>Zum Behaltenen zurück</translation>
    </message>
    <message>
        <source>Keys…</source>
        <translation>Tasten…</translation>
    </message>
    <message>
        <source>View</source>
        <translation>Ansicht</translation>
    </message>
    <message>
        <source>Sounds</source>
        <translation>Klänge</translation>
    </message>
    <message>
        <source>Help</source>
        <translation>Hilfe</translation>
    </message>
    <message>
        <source>Manual</source>
        <translation>Handbuch</translation>
    </message>
    <message>
        <source>Find action…</source>
        <translation>Aktion suchen…</translation>
    </message>
    <message>
        <source>About Easy Leap</source>
        <translation>Über Easy Leap</translation>
    </message>
    <message>
        <source>Easy Leap %1
Build how a character moves, play it, change one number, and see the same run again.
The window: GPL-3.0-or-later. The core and libleap: MIT.</source>
        <translation>Easy Leap %1
Bauen Sie, wie eine Figur sich bewegt, spielen Sie es, ändern Sie eine Zahl und sehen Sie denselben Lauf neu.
Das Fenster: GPL-3.0-or-later. Der Kern und libleap: MIT.</translation>
    </message>
    <message>
        <source>Desk</source>
        <translation>Pult</translation>
    </message>
    <message>
        <source>Dark theme</source>
        <translation>Dunkles Thema</translation>
    </message>
    <message>
        <source>Text size %1 takes effect at the next start</source>
        <translation>Die Textgröße %1 gilt ab dem nächsten Start</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>the system size</source>
        <translation>die Größe des Systems</translation>
    </message>
    <message>
        <source>Larger text</source>
        <translation>Größerer Text</translation>
    </message>
    <message>
        <source>Smaller text</source>
        <translation>Kleinerer Text</translation>
    </message>
    <message>
        <source>System text size</source>
        <translation>Textgröße des Systems</translation>
    </message>
    <message>
        <source>Easy Leap closed unexpectedly with unsaved work in this project</source>
        <translation>Easy Leap wurde unerwartet beendet; in diesem Projekt gibt es ungesicherte Arbeit</translation>
    </message>
    <message>
        <source>Restore</source>
        <translation>Wiederherstellen</translation>
    </message>
    <message>
        <source>Discard</source>
        <translation>Verwerfen</translation>
    </message>
    <message>
        <source>%1 was changed by another program while it has unsaved changes here</source>
        <translation>%1 wurde von einem anderen Programm geändert und hat hier ungesicherte Änderungen</translation>
    </message>
    <message>
        <source>  (and %1 more)</source>
        <translation>  (und %1 weitere)</translation>
    </message>
    <message>
        <source>Keep mine</source>
        <translation>Meine behalten</translation>
    </message>
    <message>
        <source>Load the version on disk</source>
        <translation>Die Fassung der Platte laden</translation>
    </message>
    <message>
        <source>
The last version without errors stays in use.</source>
        <translation>
Die letzte Fassung ohne Fehler bleibt in Gebrauch.</translation>
    </message>
    <message>
        <source>Dismiss</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>%1 ticks/s</source>
        <translation>%1 Takte/s</translation>
    </message>
    <message>
        <source>%1 s in %2 ms</source>
        <translation>%1 s in %2 ms</translation>
    </message>
    <message>
        <source>%1 pads ready</source>
        <translation>%1 Gamepads bereit</translation>
    </message>
    <message>
        <source>pad ready</source>
        <translation>Gamepad bereit</translation>
    </message>
    <message>
        <source>%1 cannot be replayed</source>
        <translation>%1 kann nicht abgespielt werden</translation>
    </message>
    <message>
        <source>%1 on %2</source>
        <translation>%1 auf %2</translation>
    </message>
    <message>
        <source>%1 of %2 marks hold</source>
        <translation>%1 von %2 Marken halten</translation>
    </message>
    <message>
        <source>Broken against kept:
%1</source>
        <translation>Gegenüber dem Behaltenen verfehlt:
%1</translation>
    </message>
    <message>
        <source> · breaks %1</source>
        <translation> · verfehlt %1</translation>
    </message>
    <message>
        <source> and %1 more</source>
        <translation> und %1 weitere</translation>
    </message>
    <message>
        <source> · not saved</source>
        <translation> · nicht gesichert</translation>
    </message>
    <message>
        <source>%1 – Easy Leap</source>
        <translation>%1 – Easy Leap</translation>
    </message>
    <message>
        <source>Open a project</source>
        <translation>Ein Projekt öffnen</translation>
    </message>
    <message>
        <source>opening another project</source>
        <translation>Sie ein anderes Projekt öffnen</translation>
    </message>
    <message>
        <source>Open without saving</source>
        <translation>Öffnen ohne zu sichern</translation>
    </message>
    <message>
        <source>%1 no longer exists</source>
        <translation>%1 gibt es nicht mehr</translation>
    </message>
    <message>
        <source>None yet</source>
        <translation>Noch keine</translation>
    </message>
    <message>
        <source>No project is open</source>
        <translation>Kein Projekt ist geöffnet</translation>
    </message>
    <message>
        <source>A new folder for the project</source>
        <translation>Ein neuer Ordner für das Projekt</translation>
    </message>
    <message>
        <source>A script of another project</source>
        <translation>Ein Skript eines anderen Projekts</translation>
    </message>
    <message>
        <source>Scripts (*.leap)</source>
        <translation>Skripte (*.leap)</translation>
    </message>
    <message>
        <source>closing</source>
        <translation>Sie schließen</translation>
    </message>
    <message>
        <source>Close without saving</source>
        <translation>Schließen ohne zu sichern</translation>
    </message>
    <message>
        <source>Not saved</source>
        <translation>Nicht gesichert</translation>
    </message>
    <message>
        <source>tape &quot;%1&quot;</source>
        <translation>Band &quot;%1&quot;</translation>
    </message>
    <message>
        <source>deleted tape &quot;%1&quot;</source>
        <translation>gelöschtes Band &quot;%1&quot;</translation>
    </message>
    <message>
        <source>Unsaved: %1. Save before %2?</source>
        <translation>Ungesichert: %1. Sichern, bevor %2?</translation>
    </message>
    <message>
        <source>Cancel</source>
        <translation>Abbrechen</translation>
    </message>
</context>
<context>
    <name>ManualPage</name>
    <message>
        <source>Chapters of the manual</source>
        <translation>Kapitel des Handbuchs</translation>
    </message>
    <message>
        <source>Close the manual</source>
        <translation>Das Handbuch schließen</translation>
    </message>
    <message>
        <source>Esc</source>
        <translation>Esc</translation>
    </message>
    <message>
        <source>Manual</source>
        <translation>Handbuch</translation>
    </message>
</context>
<context>
    <name>NameFinder</name>
    <message>
        <source>Go to a name</source>
        <translation>Zu einem Namen gehen</translation>
    </message>
    <message>
        <source>Name to go to</source>
        <translation>Gesuchter Name</translation>
    </message>
    <message>
        <source>Names of the script</source>
        <translation>Namen des Skripts</translation>
    </message>
</context>
<context>
    <name>Notebook</name>
    <message>
        <source>Notebook</source>
        <translation>Notizbuch</translation>
    </message>
    <message>
        <source>Board</source>
        <translation>Tafel</translation>
    </message>
    <message>
        <source>%1 tapes, %2 marks</source>
        <translation>%1 Bänder, %2 Marken</translation>
    </message>
    <message>
        <source>all hold</source>
        <translation>alle halten</translation>
    </message>
    <message>
        <source>%1 missed</source>
        <translation>%1 verfehlt</translation>
    </message>
    <message>
        <source>every tape against every mark</source>
        <translation>jedes Band gegen jede Marke</translation>
    </message>
    <message>
        <source>Tunings</source>
        <translation>Abstimmungen</translation>
    </message>
    <message>
        <source>named dial values</source>
        <translation>benannte Reglerwerte</translation>
    </message>
    <message>
        <source>none yet</source>
        <translation>noch keine</translation>
    </message>
    <message>
        <source>%1 kept</source>
        <translation>%1 behalten</translation>
    </message>
    <message>
        <source>not played yet</source>
        <translation>noch nicht gespielt</translation>
    </message>
    <message>
        <source>not run yet</source>
        <translation>noch nicht gelaufen</translation>
    </message>
    <message>
        <source>running, %1 %</source>
        <translation>läuft, %1 %</translation>
    </message>
    <message>
        <source> · stale</source>
        <translation> · veraltet</translation>
    </message>
    <message>
        <source>%1 rounds played, names still hidden</source>
        <translation>%1 Runden gespielt, Namen noch verborgen</translation>
    </message>
</context>
<context>
    <name>NumberDrag</name>
    <message>
        <source>Change a number</source>
        <translation>Eine Zahl ändern</translation>
    </message>
</context>
<context>
    <name>OutcomePage</name>
    <message>
        <source>Results</source>
        <translation>Ergebnisse</translation>
    </message>
    <message>
        <source>Run the trial to list its results here</source>
        <translation>Starten Sie den Versuch, um seine Ergebnisse hier zu sehen</translation>
    </message>
    <message>
        <source> · stopped, best result so far</source>
        <translation> · angehalten, bestes Ergebnis bisher</translation>
    </message>
    <message>
        <source>tape</source>
        <translation>Band</translation>
    </message>
    <message>
        <source>reading</source>
        <translation>Messwert</translation>
    </message>
    <message>
        <source>dial</source>
        <translation>Regler</translation>
    </message>
    <message>
        <source>edge</source>
        <translation>Rand</translation>
    </message>
    <message>
        <source>goal</source>
        <translation>Ziel</translation>
    </message>
    <message>
        <source>result</source>
        <translation>Ergebnis</translation>
    </message>
    <message>
        <source>blocked by</source>
        <translation>blockiert durch</translation>
    </message>
    <message>
        <source>✓ holds</source>
        <translation>✓ hält</translation>
    </message>
    <message>
        <source>✗ missed</source>
        <translation>✗ verfehlt</translation>
    </message>
    <message>
        <source>current %1</source>
        <translation>aktuell %1</translation>
    </message>
    <message>
        <source>what</source>
        <translation>was</translation>
    </message>
    <message>
        <source>before</source>
        <translation>vorher</translation>
    </message>
    <message>
        <source>after</source>
        <translation>nachher</translation>
    </message>
    <message>
        <source>off by</source>
        <translation>Abweichung</translation>
    </message>
    <message>
        <source>%1, root mean square</source>
        <translation>%1, quadratisches Mittel</translation>
    </message>
    <message>
        <source>offset</source>
        <translation>Versatz</translation>
    </message>
    <message>
        <source>later on the tape</source>
        <translation>später auf dem Band</translation>
    </message>
    <message>
        <source>covers</source>
        <translation>deckt</translation>
    </message>
    <message>
        <source>of the measured run</source>
        <translation>des gemessenen Laufs</translation>
    </message>
    <message>
        <source>at</source>
        <translation>bei</translation>
    </message>
    <message>
        <source>event</source>
        <translation>Ereignis</translation>
    </message>
    <message>
        <source>earlier</source>
        <translation>früher</translation>
    </message>
    <message>
        <source>later</source>
        <translation>später</translation>
    </message>
    <message>
        <source>what fails beyond</source>
        <translation>was jenseits davon scheitert</translation>
    </message>
    <message>
        <source>%1 of %2 tries with hand jitter succeed (%3 % to %4 %)</source>
        <translation>%1 von %2 Versuchen mit zitternder Hand gelingen (%3 % bis %4 %)</translation>
    </message>
    <message>
        <source>earlier: %1</source>
        <translation>früher: %1</translation>
    </message>
    <message>
        <source>later: %1</source>
        <translation>später: %1</translation>
    </message>
    <message>
        <source>release of %1</source>
        <translation>Loslassen von %1</translation>
    </message>
    <message>
        <source>press of %1</source>
        <translation>Druck auf %1</translation>
    </message>
    <message>
        <source>tried</source>
        <translation>versucht</translation>
    </message>
    <message>
        <source>nearest</source>
        <translation>am nächsten</translation>
    </message>
    <message>
        <source>%1 m from the goal</source>
        <translation>%1 m vom Ziel</translation>
    </message>
    <message>
        <source>margin</source>
        <translation>Spielraum</translation>
    </message>
    <message>
        <source>played</source>
        <translation>gespielt</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>dial %1</source>
        <translation>Regler %1</translation>
    </message>
    <message>
        <source>file %1</source>
        <translation>Datei %1</translation>
    </message>
    <message>
        <source>✗ mark broken</source>
        <translation>✗ Marke verfehlt</translation>
    </message>
    <message>
        <source>✓ mark fixed</source>
        <translation>✓ Marke wieder erreicht</translation>
    </message>
    <message>
        <source>a tenth lower</source>
        <translation>ein Zehntel tiefer</translation>
    </message>
    <message>
        <source>a tenth higher</source>
        <translation>ein Zehntel höher</translation>
    </message>
    <message>
        <source>note</source>
        <translation>Anmerkung</translation>
    </message>
    <message>
        <source>unsure</source>
        <translation>unsicher</translation>
    </message>
    <message>
        <source>all goals hold</source>
        <translation>alle Ziele erfüllt</translation>
    </message>
    <message>
        <source>%1 to %2</source>
        <translation>%1 bis %2</translation>
    </message>
    <message>
        <source>another solution</source>
        <translation>weitere Lösung</translation>
    </message>
    <message>
        <source>no value</source>
        <translation>kein Wert</translation>
    </message>
    <message>
        <source>compromise</source>
        <translation>Kompromiss</translation>
    </message>
    <message>
        <source>not tried</source>
        <translation>nicht versucht</translation>
    </message>
    <message>
        <source>position</source>
        <translation>Position</translation>
    </message>
    <message>
        <source>%1 runs, seed %2</source>
        <translation>%1 Läufe, Startwert %2</translation>
    </message>
    <message>
        <source>More tries or another seed may still find a route</source>
        <translation>Mehr Versuche oder ein anderer Startwert finden vielleicht noch einen Weg</translation>
    </message>
    <message>
        <source>hand</source>
        <translation>Hand</translation>
    </message>
    <message>
        <source>%1 of %2 times with a spread of %3 ms (95 %: %4 to %5 %)</source>
        <translation>%1 von %2 Mal bei einer Streuung von %3 ms (95 %: %4 bis %5 %)</translation>
    </message>
    <message>
        <source>routes</source>
        <translation>Wege</translation>
    </message>
    <message>
        <source>%1 found; this one is the easiest to play</source>
        <translation>%1 gefunden; dieser ist am leichtesten zu spielen</translation>
    </message>
</context>
<context>
    <name>PairPage</name>
    <message>
        <source>The first felt better</source>
        <translation>Das Erste fühlte sich besser an</translation>
    </message>
    <message>
        <source>The second felt better</source>
        <translation>Das Zweite fühlte sich besser an</translation>
    </message>
    <message>
        <source>No difference</source>
        <translation>Kein Unterschied</translation>
    </message>
    <message>
        <source>Rounds</source>
        <translation>Runden</translation>
    </message>
    <message>
        <source>Show the names</source>
        <translation>Die Namen zeigen</translation>
    </message>
    <message>
        <source>Start again</source>
        <translation>Neu beginnen</translation>
    </message>
    <message>
        <source>1 round played</source>
        <translation>1 Runde gespielt</translation>
    </message>
    <message>
        <source>%1 rounds played</source>
        <translation>%1 Runden gespielt</translation>
    </message>
    <message>
        <source>Round %1 of %2</source>
        <translation>Runde %1 von %2</translation>
    </message>
    <message>
        <source>%1 again</source>
        <translation>%1 noch einmal</translation>
    </message>
    <message>
        <source>%1 again (%2)</source>
        <translation>%1 noch einmal (%2)</translation>
    </message>
    <message>
        <source>Play the first</source>
        <translation>Das Erste spielen</translation>
    </message>
    <message>
        <source>Play the second</source>
        <translation>Das Zweite spielen</translation>
    </message>
    <message>
        <source>All rounds are played. You can show the names now</source>
        <translation>Alle Runden sind gespielt. Sie können die Namen jetzt zeigen</translation>
    </message>
    <message>
        <source>Choose which felt better, or play either one again</source>
        <translation>Wählen Sie, was sich besser anfühlte, oder spielen Sie eines noch einmal</translation>
    </message>
    <message>
        <source>Play both from the same start; Escape ends a try. Each round shuffles which tuning comes first and shows the names at the end. These runs are not recorded</source>
        <translation>Spielen Sie beide vom selben Start; Esc beendet einen Versuch. Jede Runde mischt, welche Abstimmung zuerst kommt; die Namen kommen am Ende. Diese Läufe werden nicht aufgenommen</translation>
    </message>
    <message>
        <source>round</source>
        <translation>Runde</translation>
    </message>
    <message>
        <source>first</source>
        <translation>Erstes</translation>
    </message>
    <message>
        <source>second</source>
        <translation>Zweites</translation>
    </message>
    <message>
        <source>felt better</source>
        <translation>fühlte sich besser an</translation>
    </message>
    <message>
        <source>no difference</source>
        <translation>kein Unterschied</translation>
    </message>
    <message>
        <source>the first</source>
        <translation>das Erste</translation>
    </message>
    <message>
        <source>the second</source>
        <translation>das Zweite</translation>
    </message>
</context>
<context>
    <name>PhaseMap</name>
    <message>
        <source>Phases of the move</source>
        <translation>Phasen des Zugs</translation>
    </message>
    <message>
        <source>fails </source>
        <translation>scheitert </translation>
    </message>
    <message>
        <source>after its time</source>
        <translation>nach ihrer Zeit</translation>
    </message>
    <message>
        <source>Put the caret in a move to see its phases</source>
        <translation>Setzen Sie die Schreibmarke in einen Zug, um seine Phasen zu sehen</translation>
    </message>
    <message>
        <source>Phases of %1</source>
        <translation>Phasen von %1</translation>
    </message>
    <message>
        <source>end</source>
        <translation>Ende</translation>
    </message>
    <message>
        <source>to %1 %2</source>
        <translation>zu %1 %2</translation>
    </message>
    <message>
        <source>%1×  </source>
        <translation>%1×  </translation>
    </message>
    <message>
        <source>  %1×</source>
        <translation>  %1×</translation>
    </message>
    <message>
        <source>The script has an error. Fix it before you change the map</source>
        <translation>Das Skript hat einen Fehler. Beheben Sie ihn, bevor Sie die Karte ändern</translation>
    </message>
    <message>
        <source>Rename %1</source>
        <translation>%1 umbenennen</translation>
    </message>
    <message>
        <source>next</source>
        <translation>weiter</translation>
    </message>
    <message>
        <source>New phase %1</source>
        <translation>Neue Phase %1</translation>
    </message>
    <message>
        <source>Remove %1</source>
        <translation>%1 entfernen</translation>
    </message>
    <message>
        <source>New transition</source>
        <translation>Neuer Übergang</translation>
    </message>
    <message>
        <source>This transition is the phase&apos;s duration: edit the time after &quot;for&quot;</source>
        <translation>Dieser Übergang ist die Dauer der Phase: ändern Sie die Zeit nach „for“</translation>
    </message>
    <message>
        <source>Remove transition</source>
        <translation>Übergang entfernen</translation>
    </message>
    <message>
        <source>Edit transition</source>
        <translation>Übergang bearbeiten</translation>
    </message>
    <message>
        <source>Edit this transition…</source>
        <translation>Diesen Übergang bearbeiten…</translation>
    </message>
    <message>
        <source>Remove this transition</source>
        <translation>Diesen Übergang entfernen</translation>
    </message>
    <message>
        <source>Rename…</source>
        <translation>Umbenennen…</translation>
    </message>
    <message>
        <source>Add a phase after it…</source>
        <translation>Eine Phase danach einfügen…</translation>
    </message>
    <message>
        <source>New transition to</source>
        <translation>Neuer Übergang zu</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source>phase %1, entered %2 times</source>
        <translation>Phase %1, %2-mal betreten</translation>
    </message>
    <message>
        <source>to %1 %2, taken %3 times</source>
        <translation>zu %1 %2, %3-mal genommen</translation>
    </message>
    <message>
        <source>selected: %1</source>
        <translation>ausgewählt: %1</translation>
    </message>
</context>
<context>
    <name>PlaceList</name>
    <message>
        <source>Places in the script</source>
        <translation>Stellen im Skript</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>No problems</source>
        <translation>Keine Probleme</translation>
    </message>
    <message>
        <source>Problems: %1</source>
        <translation>Probleme: %1</translation>
    </message>
</context>
<context>
    <name>PlayInput</name>
    <message>
        <source>two seconds back</source>
        <translation>zwei Sekunden zurück</translation>
    </message>
    <message>
        <source>real time</source>
        <translation>Echtzeit</translation>
    </message>
    <message>
        <source>slow motion, a quarter</source>
        <translation>Zeitlupe, ein Viertel</translation>
    </message>
    <message>
        <source>paused</source>
        <translation>angehalten</translation>
    </message>
    <message>
        <source>one tick, paused</source>
        <translation>ein Takt, angehalten</translation>
    </message>
    <message>
        <source>playing with kept</source>
        <translation>spielt mit Behaltenem</translation>
    </message>
    <message>
        <source>playing with current</source>
        <translation>spielt mit Aktuellem</translation>
    </message>
</context>
<context>
    <name>ProofStrip</name>
    <message>
        <source>Proof of the move</source>
        <translation>Probe des Zugs</translation>
    </message>
    <message>
        <source>Running into it, with a press of its button, changes nothing</source>
        <translation>Hineinlaufen mit einem Druck auf die Taste ändert nichts</translation>
    </message>
    <message>
        <source>Does not start on flat ground: %1</source>
        <translation>Beginnt nicht auf ebenem Boden: %1</translation>
    </message>
    <message>
        <source>Proof: alone on flat ground, one press</source>
        <translation>Probe: allein auf ebenem Boden, ein Druck</translation>
    </message>
    <message>
        <source>feet</source>
        <translation>Füße</translation>
    </message>
    <message>
        <source>speed</source>
        <translation>Tempo</translation>
    </message>
</context>
<context>
    <name>QObject</name>
    <message>
        <source>%1 to %2</source>
        <translation>%1 bis %2</translation>
    </message>
    <message>
        <source>over %1</source>
        <translation>über %1</translation>
    </message>
    <message>
        <source>Stage</source>
        <translation>Bühne</translation>
    </message>
    <message>
        <source>Play and tune</source>
        <translation>Spielen und abstimmen</translation>
    </message>
    <message>
        <source>Script</source>
        <translation>Skript</translation>
    </message>
    <message>
        <source>Write</source>
        <translation>Schreiben</translation>
    </message>
    <message>
        <source>Course</source>
        <translation>Strecke</translation>
    </message>
    <message>
        <source>Build the course</source>
        <translation>Die Strecke bauen</translation>
    </message>
    <message>
        <source>Bench</source>
        <translation>Werkbank</translation>
    </message>
    <message>
        <source>Experiment</source>
        <translation>Versuche machen</translation>
    </message>
    <message>
        <source>Wire</source>
        <translation>Netz</translation>
    </message>
    <message>
        <source>Test shared play</source>
        <translation>Gemeinsames Spiel prüfen</translation>
    </message>
    <message>
        <source>Game</source>
        <translation>Spiel</translation>
    </message>
    <message>
        <source>Play in your own game</source>
        <translation>Im eigenen Spiel spielen</translation>
    </message>
    <message>
        <source>Invalid regular expression: %1</source>
        <translation>Ungültiger regulärer Ausdruck: %1</translation>
    </message>
    <message>
        <source>Names are made of letters, digits and _, and begin with a letter</source>
        <translation>Namen bestehen aus Buchstaben, Ziffern und _ und beginnen mit einem Buchstaben</translation>
    </message>
    <message>
        <source>%1 is already in use</source>
        <translation>%1 ist schon vergeben</translation>
    </message>
    <message>
        <source>  nothing</source>
        <translation>  nichts</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keine</translation>
    </message>
    <message>
        <source>idle</source>
        <translation>untätig</translation>
    </message>
    <message>
        <source>, again %1 to %2 ms</source>
        <translation>, wieder %1 bis %2 ms</translation>
    </message>
</context>
<context>
    <name>RatePage</name>
    <message>
        <source>Rate check</source>
        <translation>Ratenprüfung</translation>
    </message>
    <message>
        <source>spread</source>
        <translation>Streuung</translation>
    </message>
    <message>
        <source>none</source>
        <translation>keine</translation>
    </message>
    <message>
        <source>reading, at ticks/s:</source>
        <translation>Messwert, bei Takten/s:</translation>
    </message>
    <message>
        <source>Play once, or choose a tape. The check replays it at %1 tick rates</source>
        <translation>Spielen Sie einmal oder wählen Sie ein Band. Die Prüfung spielt es mit %1 Taktraten ab</translation>
    </message>
    <message>
        <source>Replaying %1 at %2 tick rates…</source>
        <translation>%1 wird mit %2 Taktraten abgespielt…</translation>
    </message>
    <message>
        <source>%1 at %3 tick rates. Tuned values must not depend on the rate; spreads above %2 % are marked</source>
        <translation>%1 mit %3 Taktraten. Abgestimmte Werte dürfen nicht von der Rate abhängen; Streuungen über %2 % sind markiert</translation>
    </message>
</context>
<context>
    <name>ReadingList</name>
    <message>
        <source>Readings</source>
        <translation>Messwerte</translation>
    </message>
    <message>
        <source>current %1</source>
        <translation>aktuell %1</translation>
    </message>
    <message>
        <source>, kept %1</source>
        <translation>, behalten %1</translation>
    </message>
    <message>
        <source>, mark %1 to %2</source>
        <translation>, Marke %1 bis %2</translation>
    </message>
    <message>
        <source>, holds</source>
        <translation>, hält</translation>
    </message>
    <message>
        <source>, missed</source>
        <translation>, verfehlt</translation>
    </message>
    <message>
        <source>no readings for this move</source>
        <translation>keine Messwerte für diesen Zug</translation>
    </message>
    <message>
        <source>
mark: %1 to %2</source>
        <translation>
Marke: %1 bis %2</translation>
    </message>
</context>
<context>
    <name>ReferenceView</name>
    <message>
        <source>A word of the language</source>
        <translation>Ein Wort der Sprache</translation>
    </message>
    <message>
        <source>Word to look up in the reference</source>
        <translation>Wort, das in der Referenz gesucht wird</translation>
    </message>
    <message>
        <source>Close</source>
        <translation>Schließen</translation>
    </message>
    <message>
        <source>Language reference</source>
        <translation>Sprachreferenz</translation>
    </message>
</context>
<context>
    <name>ScoreView</name>
    <message>
        <source>Move a press of %1</source>
        <translation>Einen Druck auf %1 verschieben</translation>
    </message>
    <message>
        <source>Move a point of %1</source>
        <translation>Einen Punkt von %1 verschieben</translation>
    </message>
    <message>
        <source>Add a point of %1</source>
        <translation>Einen Punkt zu %1 hinzufügen</translation>
    </message>
    <message>
        <source>at %1 s</source>
        <translation>bei %1 s</translation>
    </message>
    <message>
        <source>could start now</source>
        <translation>könnte jetzt beginnen</translation>
    </message>
    <message>
        <source>selected: %1 from %2 s to %3 s</source>
        <translation>ausgewählt: %1 von %2 s bis %3 s</translation>
    </message>
    <message>
        <source>selected: %1 becomes %2 at %3 s</source>
        <translation>ausgewählt: %1 wird %2 bei %3 s</translation>
    </message>
    <message>
        <source>over %1 ms</source>
        <translation>über %1 ms</translation>
    </message>
    <message>
        <source>%1 ms</source>
        <translation>%1 ms</translation>
    </message>
    <message>
        <source>, beyond it: %1</source>
        <translation>, jenseits davon: %1</translation>
    </message>
    <message>
        <source>%1 at %2 s
earlier: %3
later: %4</source>
        <translation>%1 bei %2 s
früher: %3
später: %4</translation>
    </message>
    <message>
        <source>release</source>
        <translation>Loslassen</translation>
    </message>
    <message>
        <source>press</source>
        <translation>Druck</translation>
    </message>
    <message>
        <source>measured</source>
        <translation>gemessen</translation>
    </message>
    <message>
        <source>Play once: what you press and what it does is drawn here</source>
        <translation>Spielen Sie einmal: hier wird gezeichnet, was Sie drücken und was es bewirkt</translation>
    </message>
    <message>
        <source>1 move not used on this tape</source>
        <translation>1 Zug kommt auf diesem Band nicht vor</translation>
    </message>
    <message>
        <source>%1 moves not used on this tape</source>
        <translation>%1 Züge kommen auf diesem Band nicht vor</translation>
    </message>
    <message>
        <source>hide</source>
        <translation>verbergen</translation>
    </message>
    <message>
        <source>show</source>
        <translation>zeigen</translation>
    </message>
    <message>
        <source>stick</source>
        <translation>Stick</translation>
    </message>
    <message>
        <source>hide curves</source>
        <translation>Kurven verbergen</translation>
    </message>
    <message>
        <source>edit curves</source>
        <translation>Kurven bearbeiten</translation>
    </message>
    <message>
        <source>stance</source>
        <translation>Haltung</translation>
    </message>
    <message>
        <source>Draw %1</source>
        <translation>%1 zeichnen</translation>
    </message>
    <message>
        <source>Delete a point of %1</source>
        <translation>Einen Punkt von %1 löschen</translation>
    </message>
    <message>
        <source> deg</source>
        <translation> Grad</translation>
    </message>
    <message>
        <source>Press %1</source>
        <translation>%1 drücken</translation>
    </message>
    <message>
        <source>Delete a press of %1</source>
        <translation>Einen Druck auf %1 löschen</translation>
    </message>
    <message>
        <source>Press at %1 s</source>
        <translation>Druck bei %1 s</translation>
    </message>
    <message>
        <source>Delete this press  Del</source>
        <translation>Diesen Druck löschen  Entf</translation>
    </message>
    <message>
        <source>Timeline</source>
        <translation>Zeitleiste</translation>
    </message>
    <message>
        <source>Tape</source>
        <translation>Band</translation>
    </message>
    <message>
        <source>Curves</source>
        <translation>Kurven</translation>
    </message>
    <message>
        <source>Edit stick and look as curves</source>
        <translation>Stick und Blick als Kurven bearbeiten</translation>
    </message>
    <message>
        <source>Show the moves that this tape doesn&apos;t use</source>
        <translation>Die Züge zeigen, die auf diesem Band nicht vorkommen</translation>
    </message>
    <message>
        <source>Remove the measured run</source>
        <translation>Den gemessenen Lauf entfernen</translation>
    </message>
    <message>
        <source>Show the whole tape</source>
        <translation>Das ganze Band zeigen</translation>
    </message>
    <message>
        <source>Hide them again</source>
        <translation>Wieder verbergen</translation>
    </message>
    <message>
        <source>Show them</source>
        <translation>Zeigen</translation>
    </message>
    <message>
        <source>How far the stick is tilted. Click the word to edit stick and look as curves</source>
        <translation>Wie weit der Stick geneigt ist. Ein Klick auf das Wort bearbeitet Stick und Blick als Kurven</translation>
    </message>
    <message>
        <source>Drag a point; draw a new stroke beside the others; a double click adds one, Delete takes the framed one away.
Times snap to ticks, with Alt to milliseconds</source>
        <translation>Ziehen Sie einen Punkt; zeichnen Sie einen Strich, wo keiner ist; ein Doppelklick fügt einen hinzu, Entf entfernt den gerahmten.
Zeiten rasten auf Takte ein, mit Alt auf Millisekunden</translation>
    </message>
    <message>
        <source>holds: </source>
        <translation>hält: </translation>
    </message>
    <message>
        <source>refuses: </source>
        <translation>verweigert: </translation>
    </message>
    <message>
        <source>Drag a press or one of its edges; draw one where there is room; Delete takes the framed one away.
Times snap to ticks, with Alt to milliseconds</source>
        <translation>Ziehen Sie einen Druck oder eine seiner Kanten; zeichnen Sie einen, wo Platz ist; Entf entfernt den gerahmten.
Zeiten rasten auf Takte ein, mit Alt auf Millisekunden</translation>
    </message>
</context>
<context>
    <name>ScriptDesk</name>
    <message>
        <source>This project has no name %1</source>
        <translation>Dieses Projekt hat keinen Namen %1</translation>
    </message>
    <message>
        <source>Ctrl+drag changes a number · F1 explains a word · F2 renames · F12 goes to a declaration · the map: drag from phase to phase, double-click, right-click</source>
        <translation>Strg+Ziehen ändert eine Zahl · F1 erklärt ein Wort · F2 benennt um · F12 geht zur Deklaration · die Karte: von Phase zu Phase ziehen, doppelt klicken, rechts klicken</translation>
    </message>
    <message>
        <source>No problems</source>
        <translation>Keine Probleme</translation>
    </message>
    <message>
        <source>Errors and warnings of all files (F8)</source>
        <translation>Fehler und Warnungen aller Dateien (F8)</translation>
    </message>
    <message>
        <source>There is no name to rename at the caret</source>
        <translation>An der Schreibmarke steht kein Name zum Umbenennen</translation>
    </message>
    <message>
        <source>Rename</source>
        <translation>Umbenennen</translation>
    </message>
    <message>
        <source>The new name of %1, everywhere:</source>
        <translation>Der neue Name von %1, überall:</translation>
    </message>
    <message>
        <source>The script has an error. Fix it before you rename</source>
        <translation>Das Skript hat einen Fehler. Beheben Sie ihn, bevor Sie umbenennen</translation>
    </message>
    <message>
        <source>Rename to %1</source>
        <translation>In %1 umbenennen</translation>
    </message>
    <message>
        <source>Language reference</source>
        <translation>Sprachreferenz</translation>
    </message>
    <message>
        <source>Format on save</source>
        <translation>Beim Sichern formatieren</translation>
    </message>
    <message>
        <source>New fixture</source>
        <translation>Neue Vorrichtung</translation>
    </message>
    <message>
        <source>New stance</source>
        <translation>Neue Haltung</translation>
    </message>
    <message>
        <source>New move</source>
        <translation>Neuer Zug</translation>
    </message>
    <message>
        <source>New %1</source>
        <translation>Neu: %1</translation>
    </message>
    <message>
        <source>Cannot read %1</source>
        <translation>%1 kann nicht gelesen werden</translation>
    </message>
    <message>
        <source>A file %1 already exists</source>
        <translation>Eine Datei %1 gibt es schon</translation>
    </message>
    <message>
        <source>Use %1</source>
        <translation>%1 verwenden</translation>
    </message>
    <message>
        <source>Place %1</source>
        <translation>%1 setzen</translation>
    </message>
    <message>
        <source>%1 is outside the project folder</source>
        <translation>%1 liegt außerhalb des Projektordners</translation>
    </message>
    <message>
        <source>New file %1</source>
        <translation>Neue Datei %1</translation>
    </message>
    <message>
        <source>%1 is named in project.json and keeps its name</source>
        <translation>%1 steht in project.json und behält seinen Namen</translation>
    </message>
    <message>
        <source>Rename %1 to %2</source>
        <translation>%1 in %2 umbenennen</translation>
    </message>
    <message>
        <source>%1 is the project&apos;s main file and cannot be removed</source>
        <translation>%1 ist die Hauptdatei des Projekts und kann nicht entfernt werden</translation>
    </message>
    <message>
        <source>Remove %1 from the project</source>
        <translation>%1 aus dem Projekt entfernen</translation>
    </message>
    <message>
        <source>%1 will be deleted when you save. Undo restores it</source>
        <translation>%1 wird beim Sichern gelöscht. Rückgängig stellt es wieder her</translation>
    </message>
    <message>
        <source>Problems: %1</source>
        <translation>Probleme: %1</translation>
    </message>
    <message>
        <source>nowhere</source>
        <translation>nirgends</translation>
    </message>
    <message>
        <source>%1 places in %2 files</source>
        <translation>%1 Stellen in %2 Dateien</translation>
    </message>
    <message>
        <source>%1 places</source>
        <translation>%1 Stellen</translation>
    </message>
    <message>
        <source>Replace in %1</source>
        <translation>In %1 ersetzen</translation>
    </message>
    <message>
        <source>Replace %1 with %2</source>
        <translation>%1 durch %2 ersetzen</translation>
    </message>
    <message>
        <source>%1 places replaced</source>
        <translation>%1 Stellen ersetzt</translation>
    </message>
    <message>
        <source>There is no project name at the caret</source>
        <translation>An der Schreibmarke steht kein Name des Projekts</translation>
    </message>
    <message>
        <source>%1 is used in %2 places</source>
        <translation>%1 kommt an %2 Stellen vor</translation>
    </message>
    <message>
        <source>No reference entry for %1. F12 goes to the declaration of a project name</source>
        <translation>Kein Eintrag in der Referenz für %1. F12 geht zur Deklaration eines Namens des Projekts</translation>
    </message>
</context>
<context>
    <name>ScriptEditor</name>
    <message>
        <source>Script</source>
        <translation>Skript</translation>
    </message>
    <message>
        <source>typing in %1</source>
        <translation>Tippen in %1</translation>
    </message>
</context>
<context>
    <name>ScriptExcerpt</name>
    <message>
        <source>Script</source>
        <translation>Skript</translation>
    </message>
    <message>
        <source>%1 · line %2</source>
        <translation>%1 · Zeile %2</translation>
    </message>
</context>
<context>
    <name>ScriptFiles</name>
    <message>
        <source>Script files</source>
        <translation>Skriptdateien</translation>
    </message>
    <message>
        <source>New file  Ins</source>
        <translation>Neue Datei  Einfg</translation>
    </message>
    <message>
        <source>Rename  F2</source>
        <translation>Umbenennen  F2</translation>
    </message>
    <message>
        <source>Remove from the project  Del</source>
        <translation>Aus dem Projekt entfernen  Entf</translation>
    </message>
</context>
<context>
    <name>ScriptLexer</name>
    <message>
        <source>plain</source>
        <translation>gewöhnlich</translation>
    </message>
    <message>
        <source>word of the language</source>
        <translation>Wort der Sprache</translation>
    </message>
    <message>
        <source>number</source>
        <translation>Zahl</translation>
    </message>
    <message>
        <source>words in quotes</source>
        <translation>Text in Anführungszeichen</translation>
    </message>
    <message>
        <source>comment</source>
        <translation>Kommentar</translation>
    </message>
    <message>
        <source>sense or function</source>
        <translation>Sinn oder Funktion</translation>
    </message>
    <message>
        <source>name of the project</source>
        <translation>Name des Projekts</translation>
    </message>
</context>
<context>
    <name>Session</name>
    <message>
        <source>best so far</source>
        <translation>bisher bestes</translation>
    </message>
    <message>
        <source>The script has errors. Fix them to see its dials</source>
        <translation>Das Skript hat Fehler. Beheben Sie sie, um seine Regler zu sehen</translation>
    </message>
    <message>
        <source>Enter a name for the tuning</source>
        <translation>Geben Sie einen Namen für die Abstimmung ein</translation>
    </message>
    <message>
        <source>Tuning %1</source>
        <translation>Abstimmung %1</translation>
    </message>
    <message>
        <source>Use tuning %1</source>
        <translation>Abstimmung %1 verwenden</translation>
    </message>
    <message>
        <source>The script has errors. Fix them before you change dials</source>
        <translation>Das Skript hat Fehler. Beheben Sie sie, bevor Sie Regler ändern</translation>
    </message>
    <message>
        <source>%1 is now the kept version</source>
        <translation>%1 ist jetzt die behaltene Fassung</translation>
    </message>
    <message>
        <source>Delete tuning %1</source>
        <translation>Abstimmung %1 löschen</translation>
    </message>
    <message>
        <source>Maximum number of compared tunings: %1. Remove one first</source>
        <translation>Höchstzahl verglichener Abstimmungen: %1. Entfernen Sie zuerst eine</translation>
    </message>
    <message>
        <source>The script has errors. Fix them before you use these values</source>
        <translation>Das Skript hat Fehler. Beheben Sie sie, bevor Sie diese Werte verwenden</translation>
    </message>
    <message>
        <source>Choose a tape to play first</source>
        <translation>Wählen Sie zuerst ein Band zum Spielen</translation>
    </message>
    <message>
        <source>The course has no place %1 for the tape to begin at</source>
        <translation>Die Strecke hat keinen Ort %1, an dem das Band beginnen könnte</translation>
    </message>
    <message>
        <source>The game has not reported its path</source>
        <translation>Das Spiel hat seinen Pfad nicht gemeldet</translation>
    </message>
    <message>
        <source>Choose a tape to overlay it on first</source>
        <translation>Wählen Sie zuerst ein Band, über das er gelegt wird</translation>
    </message>
    <message>
        <source>Take from %1</source>
        <translation>Aufnahme von %1</translation>
    </message>
    <message>
        <source>Course from %1</source>
        <translation>Strecke von %1</translation>
    </message>
    <message numerus="yes">
        <source>%1 was received from %2, with %n new pieces of its course</source>
        <translation>
            <numerusform>%1 kam von %2, mit %n neuen Teil seiner Strecke</numerusform>
            <numerusform>%1 kam von %2, mit %n neuen Teilen seiner Strecke</numerusform>
        </translation>
    </message>
    <message>
        <source>%1 was received from %2. This project has no course for its pieces</source>
        <translation>%1 kam von %2. Dieses Projekt hat keine Strecke für seine Teile</translation>
    </message>
    <message>
        <source>The script has errors, so there is nothing to play yet. They are listed under the stage</source>
        <translation>Das Skript hat Fehler, daher gibt es noch nichts zu spielen. Sie stehen unter der Bühne</translation>
    </message>
    <message>
        <source>There is no course to play on</source>
        <translation>Es gibt keine Strecke, auf der gespielt werden kann</translation>
    </message>
    <message>
        <source>There is no run to take over. Play one, or choose a tape</source>
        <translation>Es gibt keinen Lauf zum Übernehmen. Spielen Sie einen oder wählen Sie ein Band</translation>
    </message>
    <message>
        <source>The tape is still being replayed. Try again in a moment</source>
        <translation>Das Band wird noch abgespielt. Versuchen Sie es gleich noch einmal</translation>
    </message>
    <message>
        <source>A tape&apos;s name cannot contain quotes or backslashes</source>
        <translation>Der Name eines Bands kann keine Anführungszeichen oder Rückstriche enthalten</translation>
    </message>
    <message>
        <source>Rename a tape to %1</source>
        <translation>Ein Band in %1 umbenennen</translation>
    </message>
    <message>
        <source>No project is open</source>
        <translation>Kein Projekt ist geöffnet</translation>
    </message>
    <message>
        <source>The script has an error. Fix it before you import</source>
        <translation>Das Skript hat einen Fehler. Beheben Sie ihn, bevor Sie importieren</translation>
    </message>
    <message>
        <source>Import %1</source>
        <translation>%1 importieren</translation>
    </message>
    <message>
        <source>Trial %1</source>
        <translation>Versuch %1</translation>
    </message>
    <message>
        <source>Delete a trial</source>
        <translation>Einen Versuch löschen</translation>
    </message>
    <message>
        <source>The script has errors. Fix them before you run a trial</source>
        <translation>Das Skript hat Fehler. Beheben Sie sie, bevor Sie einen Versuch starten</translation>
    </message>
    <message>
        <source>This trial no longer exists</source>
        <translation>Diesen Versuch gibt es nicht mehr</translation>
    </message>
    <message>
        <source>No route was found, so there is no tape to use</source>
        <translation>Kein Weg gefunden, daher gibt es kein Band zum Verwenden</translation>
    </message>
    <message>
        <source>Use the route to %1</source>
        <translation>Den Weg zu %1 verwenden</translation>
    </message>
    <message>
        <source>The script has errors. Fix them before you play a pair</source>
        <translation>Das Skript hat Fehler. Beheben Sie sie, bevor Sie ein Paar spielen</translation>
    </message>
    <message>
        <source>%1 = %2</source>
        <translation>%1 = %2</translation>
    </message>
    <message>
        <source>Discard changes</source>
        <translation>Änderungen verwerfen</translation>
    </message>
    <message>
        <source>Discard changes of the course</source>
        <translation>Änderungen der Strecke verwerfen</translation>
    </message>
    <message>
        <source>Rehearsal %1</source>
        <translation>Netzprobe %1</translation>
    </message>
    <message>
        <source>Delete a rehearsal</source>
        <translation>Eine Netzprobe löschen</translation>
    </message>
    <message>
        <source>There is no rehearsal to play</source>
        <translation>Es gibt keine Netzprobe zum Spielen</translation>
    </message>
    <message>
        <source>Play %1</source>
        <translation>%1 spielen</translation>
    </message>
    <message>
        <source>Keep the recording</source>
        <translation>Die Aufnahme behalten</translation>
    </message>
</context>
<context>
    <name>SheetView</name>
    <message>
        <source>On</source>
        <translation>An</translation>
    </message>
    <message>
        <source>Switch this off or on for this run. The script does not change</source>
        <translation>Für diesen Lauf aus- oder einschalten. Das Skript ändert sich nicht</translation>
    </message>
    <message>
        <source>drag · wheel · type</source>
        <translation>ziehen · Rad · tippen</translation>
    </message>
    <message>
        <source>Dials</source>
        <translation>Regler</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>kept</source>
        <translation>behalten</translation>
    </message>
    <message>
        <source>mark</source>
        <translation>Marke</translation>
    </message>
    <message>
        <source>Readings</source>
        <translation>Messwerte</translation>
    </message>
    <message>
        <source>Accents</source>
        <translation>Akzente</translation>
    </message>
    <message>
        <source>click to switch off</source>
        <translation>klicken zum Ausschalten</translation>
    </message>
    <message>
        <source>Script</source>
        <translation>Skript</translation>
    </message>
    <message>
        <source>Off for this run</source>
        <translation>Für diesen Lauf ausgeschaltet</translation>
    </message>
    <message>
        <source>No good script yet</source>
        <translation>Noch kein fehlerfreies Skript</translation>
    </message>
    <message>
        <source>stance</source>
        <translation>Haltung</translation>
    </message>
    <message>
        <source>fixture</source>
        <translation>Vorrichtung</translation>
    </message>
    <message>
        <source>on %1</source>
        <translation>auf %1</translation>
    </message>
    <message>
        <source>starts by itself</source>
        <translation>beginnt von selbst</translation>
    </message>
    <message>
        <source>in %1</source>
        <translation>in %1</translation>
    </message>
    <message>
        <source>is %1</source>
        <translation>ist %1</translation>
    </message>
    <message>
        <source>no conditions: it moves by forces and weight alone</source>
        <translation>keine Bedingungen: es bewegt sich allein durch Kräfte und Gewicht</translation>
    </message>
    <message>
        <source>no gates: a press always starts it</source>
        <translation>keine Bedingungen: ein Druck beginnt ihn immer</translation>
    </message>
</context>
<context>
    <name>Stage</name>
    <message>
        <source>The stage can&apos;t be drawn: it needs OpenGL 3.3. Install Mesa&apos;s software renderer (libgl1-mesa-dri).</source>
        <translation>Die Bühne kann nicht gezeichnet werden: sie braucht OpenGL 3.3. Installieren Sie Mesas Software-Zeichner (libgl1-mesa-dri).</translation>
    </message>
</context>
<context>
    <name>StageDesk</name>
    <message>
        <source>Sheet</source>
        <translation>Blatt</translation>
    </message>
    <message>
        <source>Events</source>
        <translation>Ereignisse</translation>
    </message>
</context>
<context>
    <name>StageLabels</name>
    <message>
        <source>height %1</source>
        <translation>Höhe %1</translation>
    </message>
    <message>
        <source>distance %1</source>
        <translation>Weite %1</translation>
    </message>
    <message>
        <source>playing blind, not recorded · Esc stops</source>
        <translation>blindes Spiel, keine Aufnahme · Esc hält an</translation>
    </message>
    <message>
        <source>playing with kept · Esc stops</source>
        <translation>spielt mit Behaltenem · Esc hält an</translation>
    </message>
    <message>
        <source>recording · Esc stops</source>
        <translation>Aufnahme läuft · Esc hält an</translation>
    </message>
    <message>
        <source>Click here or press Enter to play</source>
        <translation>Hier klicken oder Eingabe drücken, um zu spielen</translation>
    </message>
    <message>
        <source>No project is open</source>
        <translation>Kein Projekt ist geöffnet</translation>
    </message>
</context>
<context>
    <name>StageView</name>
    <message>
        <source>selected: %1, %2</source>
        <translation>ausgewählt: %1, %2</translation>
    </message>
    <message>
        <source>Stage</source>
        <translation>Bühne</translation>
    </message>
</context>
<context>
    <name>StartPage</name>
    <message>
        <source>Build how a character moves, play it, change one number, and see the same run again.</source>
        <translation>Bauen Sie, wie eine Figur sich bewegt, spielen Sie es, ändern Sie eine Zahl und sehen Sie denselben Lauf neu.</translation>
    </message>
    <message>
        <source>Create a project</source>
        <translation>Ein Projekt anlegen</translation>
    </message>
    <message>
        <source>my first moves</source>
        <translation>meine ersten Züge</translation>
    </message>
    <message>
        <source>Name of the project</source>
        <translation>Name des Projekts</translation>
    </message>
    <message>
        <source>Folder of the project</source>
        <translation>Ordner des Projekts</translation>
    </message>
    <message>
        <source>Choose…</source>
        <translation>Wählen…</translation>
    </message>
    <message>
        <source>&amp;Name</source>
        <translation>&amp;Name</translation>
    </message>
    <message>
        <source>&amp;Folder</source>
        <translation>&amp;Ordner</translation>
    </message>
    <message>
        <source>Create project</source>
        <translation>Projekt anlegen</translation>
    </message>
    <message>
        <source>Back to the project</source>
        <translation>Zurück zum Projekt</translation>
    </message>
    <message>
        <source>The folder that will hold the project&apos;s folder</source>
        <translation>Der Ordner, in dem der Projektordner liegen wird</translation>
    </message>
    <message>
        <source>Recent projects</source>
        <translation>Letzte Projekte</translation>
    </message>
    <message>
        <source>Recently opened projects</source>
        <translation>Zuletzt geöffnete Projekte</translation>
    </message>
    <message>
        <source>Open…</source>
        <translation>Öffnen…</translation>
    </message>
    <message>
        <source>Projects that you open are listed here.</source>
        <translation>Hier stehen Projekte, die Sie geöffnet haben.</translation>
    </message>
    <message>
        <source>Enter a project name</source>
        <translation>Geben Sie einen Projektnamen ein</translation>
    </message>
    <message>
        <source>Enter the folder as a full path, for example %1</source>
        <translation>Geben Sie den Ordner als ganzen Pfad ein, zum Beispiel %1</translation>
    </message>
</context>
<context>
    <name>SweepPage</name>
    <message>
        <source>Reading to show</source>
        <translation>Gezeigter Messwert</translation>
    </message>
    <message>
        <source>Run the trial to draw its map here</source>
        <translation>Starten Sie den Versuch, um seine Karte hier zu zeichnen</translation>
    </message>
    <message>
        <source>%1 · %2</source>
        <translation>%1 · %2</translation>
    </message>
    <message>
        <source>%1 tapes</source>
        <translation>%1 Bänder</translation>
    </message>
    <message>
        <source>all marks hold inside</source>
        <translation>darin halten alle Marken</translation>
    </message>
    <message>
        <source>the run diverges here</source>
        <translation>hier weicht der Lauf ab</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>%1 of %2 marks hold</source>
        <translation>%1 von %2 Marken halten</translation>
    </message>
    <message>
        <source>Use values from a sweep</source>
        <translation>Werte aus einer Reihe verwenden</translation>
    </message>
    <message>
        <source>Nothing to export yet. Run the trial first</source>
        <translation>Noch nichts zu exportieren. Starten Sie zuerst den Versuch</translation>
    </message>
    <message>
        <source>Cannot draw the picture</source>
        <translation>Das Bild kann nicht gezeichnet werden</translation>
    </message>
    <message>
        <source>Choose a file name that ends with .csv, .png or .svg</source>
        <translation>Wählen Sie einen Dateinamen, der auf .csv, .png oder .svg endet</translation>
    </message>
</context>
<context>
    <name>TapeCommands</name>
    <message>
        <source>There is no tape yet. Play first</source>
        <translation>Es gibt noch kein Band. Spielen Sie zuerst</translation>
    </message>
    <message>
        <source>Select a range first: [ and ] set its ends at the cursor, or drag on the ruler with Ctrl held</source>
        <translation>Wählen Sie zuerst einen Bereich: [ und ] setzen seine Enden am Zeiger, oder ziehen Sie mit Strg auf dem Lineal</translation>
    </message>
    <message>
        <source>Remove a range</source>
        <translation>Einen Bereich entfernen</translation>
    </message>
    <message>
        <source>Trim the tape</source>
        <translation>Das Band zuschneiden</translation>
    </message>
    <message>
        <source>The clipboard has no part of a tape. Copy a range first</source>
        <translation>Die Zwischenablage enthält keinen Teil eines Bands. Kopieren Sie zuerst einen Bereich</translation>
    </message>
    <message>
        <source>Insert a range</source>
        <translation>Einen Bereich einfügen</translation>
    </message>
    <message>
        <source>Put the cursor where you want to split the tape</source>
        <translation>Setzen Sie den Zeiger dorthin, wo Sie das Band teilen wollen</translation>
    </message>
    <message>
        <source>Split the tape</source>
        <translation>Das Band teilen</translation>
    </message>
    <message>
        <source>Insert time</source>
        <translation>Zeit einfügen</translation>
    </message>
    <message>
        <source>Join %1</source>
        <translation>%1 anhängen</translation>
    </message>
    <message>
        <source>The tape cannot be replayed, so it cannot be mirrored. See its errors</source>
        <translation>Das Band kann nicht abgespielt und daher nicht gespiegelt werden. Sehen Sie seine Fehler an</translation>
    </message>
    <message>
        <source>Mirror left and right</source>
        <translation>Links und rechts spiegeln</translation>
    </message>
    <message>
        <source>Copy the tape</source>
        <translation>Das Band kopieren</translation>
    </message>
    <message>
        <source>A tape needs a script without errors and a course with a start place</source>
        <translation>Ein Band braucht ein Skript ohne Fehler und eine Strecke mit einem Startort</translation>
    </message>
    <message>
        <source>new tape</source>
        <translation>neues Band</translation>
    </message>
    <message>
        <source>New tape</source>
        <translation>Neues Band</translation>
    </message>
    <message>
        <source>Length of the tape</source>
        <translation>Länge des Bands</translation>
    </message>
    <message>
        <source>Duration in seconds. Anything after the end is removed.</source>
        <translation>Dauer in Sekunden. Was nach dem Ende liegt, wird entfernt.</translation>
    </message>
    <message>
        <source>Start at %1</source>
        <translation>Beginnen bei %1</translation>
    </message>
    <message>
        <source>Start before %1</source>
        <translation>Beginnen vor %1</translation>
    </message>
    <message>
        <source>before %1</source>
        <translation>vor %1</translation>
    </message>
    <message>
        <source>%1 earlier: %2 s, presses: %3</source>
        <translation>%1 früher: %2 s, Drücke: %3</translation>
    </message>
    <message>
        <source>The last %1 are available until you close the project</source>
        <translation>Die letzten %1 stehen bereit, bis Sie das Projekt schließen</translation>
    </message>
    <message>
        <source>Selected range [ ]</source>
        <translation>Gewählter Bereich [ ]</translation>
    </message>
    <message>
        <source>Cut  Ctrl+X</source>
        <translation>Ausschneiden  Strg+X</translation>
    </message>
    <message>
        <source>Copy  Ctrl+C</source>
        <translation>Kopieren  Strg+C</translation>
    </message>
    <message>
        <source>Remove  Shift+Del</source>
        <translation>Entfernen  Umschalt+Entf</translation>
    </message>
    <message>
        <source>Trim to range</source>
        <translation>Auf den Bereich zuschneiden</translation>
    </message>
    <message>
        <source>At the cursor</source>
        <translation>Am Zeiger</translation>
    </message>
    <message>
        <source>Paste  Ctrl+V</source>
        <translation>Einfügen  Strg+V</translation>
    </message>
    <message>
        <source>%1 s</source>
        <translation>%1 s</translation>
    </message>
    <message>
        <source>Split</source>
        <translation>Teilen</translation>
    </message>
    <message>
        <source>The whole tape</source>
        <translation>Das ganze Band</translation>
    </message>
    <message>
        <source>Append another tape</source>
        <translation>Ein anderes Band anhängen</translation>
    </message>
    <message>
        <source>Length…</source>
        <translation>Länge…</translation>
    </message>
    <message>
        <source>%1 starts at</source>
        <translation>%1 beginnt bei</translation>
    </message>
    <message>
        <source>Start at</source>
        <translation>Beginnen bei</translation>
    </message>
    <message>
        <source>Earlier takes</source>
        <translation>Frühere Aufnahmen</translation>
    </message>
    <message>
        <source>Rename  F6</source>
        <translation>Umbenennen  F6</translation>
    </message>
    <message>
        <source>Delete the tape</source>
        <translation>Das Band löschen</translation>
    </message>
</context>
<context>
    <name>TransportBar</name>
    <message>
        <source>Play</source>
        <translation>Spielen</translation>
    </message>
    <message>
        <source>Play and record (Enter, or a click on the stage); Esc stops.
While playing a click takes the mouse for looking round, a right click gives it back</source>
        <translation>Spielen und aufnehmen (Eingabe oder ein Klick auf die Bühne); Esc hält an.
Beim Spielen fängt ein Klick die Maus zum Umsehen, ein Rechtsklick gibt sie frei</translation>
    </message>
    <message>
        <source>The tape that is replayed</source>
        <translation>Das Band, das abgespielt wird</translation>
    </message>
    <message>
        <source>Tape</source>
        <translation>Band</translation>
    </message>
    <message>
        <source>Cut, copy, trim, split, join, mirror, rename, delete; where it starts</source>
        <translation>Ausschneiden, kopieren, zuschneiden, teilen, anhängen, spiegeln, umbenennen, löschen; wo es beginnt</translation>
    </message>
    <message>
        <source>Whose lanes, gates and path are shown, and whom the keyboard plays</source>
        <translation>Wessen Spuren, Bedingungen und Pfad gezeigt werden, und wen die Tastatur spielt</translation>
    </message>
    <message>
        <source>Character</source>
        <translation>Figur</translation>
    </message>
    <message>
        <source>All</source>
        <translation>Alle</translation>
    </message>
    <message>
        <source>The view takes in every character</source>
        <translation>Die Ansicht umfasst alle Figuren</translation>
    </message>
    <message>
        <source>Keep</source>
        <translation>Behalten</translation>
    </message>
    <message>
        <source>Keep the current version; the dashed ghost shows it (Ctrl+K)</source>
        <translation>Die aktuelle Fassung behalten; der gestrichelte Geist zeigt sie (Strg+K)</translation>
    </message>
    <message>
        <source>Revert</source>
        <translation>Zurück</translation>
    </message>
    <message>
        <source>Revert dials to the kept version (Ctrl+D)</source>
        <translation>Die Regler auf die behaltene Fassung zurücksetzen (Strg+D)</translation>
    </message>
    <message>
        <source>Behind</source>
        <translation>Dahinter</translation>
    </message>
    <message>
        <source>Eyes</source>
        <translation>Augen</translation>
    </message>
    <message>
        <source>Side</source>
        <translation>Seite</translation>
    </message>
    <message>
        <source>Stage view (F%1)</source>
        <translation>Ansicht der Bühne (F%1)</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Halt</translation>
    </message>
    <message>
        <source>The tape that is replayed: %1 s, %2 presses%3</source>
        <translation>Das Band, das abgespielt wird: %1 s, %2 Drücke%3</translation>
    </message>
    <message>
        <source>, not saved</source>
        <translation>, nicht gesichert</translation>
    </message>
    <message>
        <source>There is no tape yet</source>
        <translation>Es gibt noch kein Band</translation>
    </message>
    <message>
        <source>%1 s  tick %2</source>
        <translation>%1 s  Takt %2</translation>
    </message>
</context>
<context>
    <name>TrialSheet</name>
    <message>
        <source>name</source>
        <translation>Name</translation>
    </message>
    <message>
        <source>Reading</source>
        <translation>Messwert</translation>
    </message>
    <message>
        <source>a reading</source>
        <translation>ein Messwert</translation>
    </message>
    <message>
        <source>Measured</source>
        <translation>Gemessen</translation>
    </message>
    <message>
        <source>file</source>
        <translation>Datei</translation>
    </message>
    <message>
        <source>hand jitter</source>
        <translation>Zittern der Hand</translation>
    </message>
    <message>
        <source>against</source>
        <translation>gegen</translation>
    </message>
    <message>
        <source>time unit</source>
        <translation>Zeiteinheit</translation>
    </message>
    <message>
        <source>length unit</source>
        <translation>Längeneinheit</translation>
    </message>
    <message>
        <source>speed unit</source>
        <translation>Tempoeinheit</translation>
    </message>
    <message>
        <source>starts at</source>
        <translation>beginnt bei</translation>
    </message>
    <message>
        <source>best fit</source>
        <translation>beste Passung</translation>
    </message>
    <message>
        <source>time scale</source>
        <translation>Zeitmaßstab</translation>
    </message>
    <message>
        <source>placed over the run: covers %1 %, starts at %2 s. Drag its ends in the timeline</source>
        <translation>über den Lauf gelegt: deckt %1 %, beginnt bei %2 s. Ziehen Sie seine Enden in der Zeitleiste</translation>
    </message>
    <message>
        <source>it is drawn over the stage and the curves of its tape</source>
        <translation>er ist über die Bühne und die Kurven seines Bands gezeichnet</translation>
    </message>
    <message>
        <source>Varied</source>
        <translation>Verändert</translation>
    </message>
    <message>
        <source>Lowest values that still work</source>
        <translation>Niedrigste Werte, die noch gehen</translation>
    </message>
    <message>
        <source>Free</source>
        <translation>Frei</translation>
    </message>
    <message>
        <source>a share, 0 to 1</source>
        <translation>ein Anteil, 0 bis 1</translation>
    </message>
    <message>
        <source>as &quot;50 ms&quot;</source>
        <translation>wie &quot;50 ms&quot;</translation>
    </message>
    <message>
        <source>current %1</source>
        <translation>aktuell %1</translation>
    </message>
    <message>
        <source>remove</source>
        <translation>entfernen</translation>
    </message>
    <message>
        <source>lowest</source>
        <translation>niedrigster</translation>
    </message>
    <message>
        <source>highest</source>
        <translation>höchster</translation>
    </message>
    <message>
        <source>%1 points</source>
        <translation>%1 Punkte</translation>
    </message>
    <message>
        <source>every dial of the moves that ran</source>
        <translation>jeder Regler der Züge, die liefen</translation>
    </message>
    <message>
        <source>every dial that has a range</source>
        <translation>jeder Regler, der einen Bereich hat</translation>
    </message>
    <message>
        <source>a value of a connection, or a dial</source>
        <translation>ein Wert einer Verbindung oder ein Regler</translation>
    </message>
    <message>
        <source>another dial, a curve&apos;s point, or &quot;piece NAME x&quot;</source>
        <translation>ein anderer Regler, ein Punkt einer Kurve oder &quot;piece NAME x&quot;</translation>
    </message>
    <message>
        <source>rehearsal</source>
        <translation>Netzprobe</translation>
    </message>
    <message>
        <source>choose</source>
        <translation>wählen</translation>
    </message>
    <message>
        <source>from a start place, or a piece that holds one</source>
        <translation>von einem Startort oder einem Teil, das einen trägt</translation>
    </message>
    <message>
        <source>to a place or a piece</source>
        <translation>zu einem Ort oder Teil</translation>
    </message>
    <message>
        <source>Switched off</source>
        <translation>Ausgeschaltet</translation>
    </message>
    <message>
        <source>switch off a move</source>
        <translation>einen Zug ausschalten</translation>
    </message>
    <message>
        <source>tries</source>
        <translation>Versuche</translation>
    </message>
    <message>
        <source>first tuning</source>
        <translation>erste Abstimmung</translation>
    </message>
    <message>
        <source>second tuning</source>
        <translation>zweite Abstimmung</translation>
    </message>
    <message>
        <source>start</source>
        <translation>Start</translation>
    </message>
    <message>
        <source>where the current tape starts</source>
        <translation>wo das aktuelle Band beginnt</translation>
    </message>
    <message>
        <source>rounds</source>
        <translation>Runden</translation>
    </message>
    <message>
        <source>Other tunings, or another start, reset the rounds</source>
        <translation>Andere Abstimmungen oder ein anderer Start setzen die Runden zurück</translation>
    </message>
    <message>
        <source>Goals</source>
        <translation>Ziele</translation>
    </message>
    <message>
        <source>clear to remove</source>
        <translation>leeren zum Entfernen</translation>
    </message>
    <message>
        <source>Tapes</source>
        <translation>Bänder</translation>
    </message>
    <message>
        <source>all tapes of the project</source>
        <translation>alle Bänder des Projekts</translation>
    </message>
    <message>
        <source>only on one tape</source>
        <translation>nur auf einem Band</translation>
    </message>
    <message>
        <source>Run</source>
        <translation>Starten</translation>
    </message>
    <message>
        <source>Use these values</source>
        <translation>Diese Werte verwenden</translation>
    </message>
    <message>
        <source>Export…</source>
        <translation>Exportieren…</translation>
    </message>
    <message>
        <source>Delete</source>
        <translation>Löschen</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Halt</translation>
    </message>
    <message>
        <source>Run again</source>
        <translation>Noch einmal starten</translation>
    </message>
    <message>
        <source>%1 %</source>
        <translation>%1 %</translation>
    </message>
    <message>
        <source>took %1 s</source>
        <translation>dauerte %1 s</translation>
    </message>
    <message>
        <source>Show it as ghost</source>
        <translation>Als Geist zeigen</translation>
    </message>
    <message>
        <source>Use this tape</source>
        <translation>Dieses Band verwenden</translation>
    </message>
    <message>
        <source>Results</source>
        <translation>Ergebnisse</translation>
    </message>
    <message>
        <source>stale: the script, course, tapes or trial have changed since</source>
        <translation>veraltet: Skript, Strecke, Bänder oder Versuch haben sich seither geändert</translation>
    </message>
    <message>
        <source>✓ up to date</source>
        <translation>✓ aktuell</translation>
    </message>
    <message>
        <source>Use the result</source>
        <translation>Das Ergebnis verwenden</translation>
    </message>
    <message>
        <source>seed</source>
        <translation>Startwert</translation>
    </message>
    <message>
        <source>Hints</source>
        <translation>Hinweise</translation>
    </message>
    <message>
        <source>try a tape from the same start</source>
        <translation>Eine Aufnahme vom selben Start versuchen</translation>
    </message>
</context>
<context>
    <name>TuningsPage</name>
    <message>
        <source>Tunings</source>
        <translation>Abstimmungen</translation>
    </message>
    <message>
        <source>a name</source>
        <translation>ein Name</translation>
    </message>
    <message>
        <source>Name of a new tuning</source>
        <translation>Name einer neuen Abstimmung</translation>
    </message>
    <message>
        <source>Create from current</source>
        <translation>Aus Aktuellem anlegen</translation>
    </message>
    <message>
        <source>Create from kept</source>
        <translation>Aus Behaltenem anlegen</translation>
    </message>
    <message>
        <source>Dials that differ. Click a value to use it</source>
        <translation>Regler, die sich unterscheiden. Ein Klick auf einen Wert verwendet ihn</translation>
    </message>
    <message>
        <source>Dials that differ</source>
        <translation>Regler, die sich unterscheiden</translation>
    </message>
    <message>
        <source>Readings of the current tape</source>
        <translation>Messwerte des aktuellen Bands</translation>
    </message>
    <message>
        <source>Readings</source>
        <translation>Messwerte</translation>
    </message>
    <message>
        <source>No tunings yet. Type a name and create one from the current values</source>
        <translation>Noch keine Abstimmungen. Geben Sie einen Namen ein und legen Sie eine aus den aktuellen Werten an</translation>
    </message>
    <message>
        <source>✓ compared</source>
        <translation>✓ verglichen</translation>
    </message>
    <message>
        <source>compare</source>
        <translation>vergleichen</translation>
    </message>
    <message>
        <source>use all</source>
        <translation>alle verwenden</translation>
    </message>
    <message>
        <source>show as ghost</source>
        <translation>als Geist zeigen</translation>
    </message>
    <message>
        <source>delete</source>
        <translation>löschen</translation>
    </message>
    <message>
        <source>dial</source>
        <translation>Regler</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>kept</source>
        <translation>behalten</translation>
    </message>
    <message>
        <source>reading</source>
        <translation>Messwert</translation>
    </message>
    <message>
        <source>  ✗</source>
        <translation>  ✗</translation>
    </message>
</context>
<context>
    <name>WatchButton</name>
    <message>
        <source>Watch the run from the cursor, or hold it (Space).
The list has speeds (comma slower, full stop faster), the loop ([ and ] at the cursor,
or drag on the ruler with Ctrl held) and taking over (Shift+Enter)</source>
        <translation>Den Lauf vom Zeiger an abspielen oder anhalten (Leertaste).
Die Liste hat Tempi (Komma langsamer, Punkt schneller), die Schleife ([ und ] am Zeiger,
oder mit Strg auf dem Lineal ziehen) und das Übernehmen (Umschalt+Eingabe)</translation>
    </message>
    <message>
        <source>Pause</source>
        <translation>Anhalten</translation>
    </message>
    <message>
        <source>Replay</source>
        <translation>Abspielen</translation>
    </message>
    <message>
        <source>%1 %2×</source>
        <translation>%1 %2×</translation>
    </message>
    <message>
        <source>Real time</source>
        <translation>Echtzeit</translation>
    </message>
    <message>
        <source>%1 × real time</source>
        <translation>%1 × Echtzeit</translation>
    </message>
    <message>
        <source>Loop from the cursor  [</source>
        <translation>Schleife ab dem Zeiger  [</translation>
    </message>
    <message>
        <source>Loop up to the cursor  ]</source>
        <translation>Schleife bis zum Zeiger  ]</translation>
    </message>
    <message>
        <source>No loop  L</source>
        <translation>Keine Schleife  L</translation>
    </message>
    <message>
        <source>Take over from the cursor  Shift+Enter</source>
        <translation>Am Zeiger übernehmen  Umschalt+Eingabe</translation>
    </message>
</context>
<context>
    <name>WireChart</name>
    <message>
        <source>Wire chart</source>
        <translation>Netzdiagramm</translation>
    </message>
    <message>
        <source>host</source>
        <translation>Host</translation>
    </message>
    <message>
        <source>%1 ms%2</source>
        <translation>%1 ms%2</translation>
    </message>
    <message>
        <source>, %1 % lost</source>
        <translation>, %1 % verloren</translation>
    </message>
    <message>
        <source>joins</source>
        <translation>kommt dazu</translation>
    </message>
    <message>
        <source>leaves</source>
        <translation>geht</translation>
    </message>
    <message>
        <source>differences</source>
        <translation>Unterschiede</translation>
    </message>
    <message>
        <source>at %1 s</source>
        <translation>bei %1 s</translation>
    </message>
    <message>
        <source>all agree</source>
        <translation>alle stimmen überein</translation>
    </message>
    <message>
        <source>%1%2, %3 bytes, sent at %4 s, %5</source>
        <translation>%1%2, %3 Bytes, gesendet bei %4 s, %5</translation>
    </message>
    <message>
        <source>lost</source>
        <translation>verloren</translation>
    </message>
    <message>
        <source>arrived at %1 s</source>
        <translation>angekommen bei %1 s</translation>
    </message>
</context>
<context>
    <name>WireDesk</name>
    <message>
        <source>Replay</source>
        <translation>Abspielen</translation>
    </message>
    <message>
        <source>Play from the cursor (Space)</source>
        <translation>Vom Zeiger an abspielen (Leertaste)</translation>
    </message>
    <message>
        <source>Rehearsal</source>
        <translation>Netzprobe</translation>
    </message>
    <message>
        <source>New rehearsal</source>
        <translation>Neue Netzprobe</translation>
    </message>
    <message>
        <source>Delete</source>
        <translation>Löschen</translation>
    </message>
    <message>
        <source>Plays the chosen peer by hand against the others&apos; tapes, over its connection (Enter); a click on a stage chooses, dragging on it looks round, Esc ends</source>
        <translation>Spielt den gewählten Teilnehmer von Hand gegen die Bänder der anderen, über seine Verbindung (Eingabe); ein Klick auf eine Bühne wählt, Ziehen darauf blickt umher, Esc beendet</translation>
    </message>
    <message>
        <source>no move</source>
        <translation>kein Zug</translation>
    </message>
    <message>
        <source>Move that each peer is asked about</source>
        <translation>Zug, nach dem jeder Teilnehmer gefragt wird</translation>
    </message>
    <message>
        <source>Each stage says whether its character could start this move now, and why not</source>
        <translation>Jede Bühne sagt, ob ihre Figur diesen Zug jetzt beginnen könnte, und warum nicht</translation>
    </message>
    <message>
        <source>Why not</source>
        <translation>Warum nicht</translation>
    </message>
    <message>
        <source>No rehearsal yet: New rehearsal makes one of the tape in view</source>
        <translation>Noch keine Netzprobe: Neue Netzprobe macht eine aus dem gezeigten Band</translation>
    </message>
    <message>
        <source>the host left</source>
        <translation>der Host ging</translation>
    </message>
    <message>
        <source>%1 ms, %2 MB</source>
        <translation>%1 ms, %2 MB</translation>
    </message>
    <message>
        <source>%1 peers, %2 s rehearsed in %3 ms, %4 MB of memory%5</source>
        <translation>%1 Teilnehmer, %2 s in %3 ms geprobt, %4 MB Speicher%5</translation>
    </message>
    <message>
        <source>; the host left, play ends</source>
        <translation>; der Host ging, das Spiel endet</translation>
    </message>
    <message>
        <source>Stop</source>
        <translation>Halt</translation>
    </message>
    <message>
        <source>Play %1</source>
        <translation>%1 spielen</translation>
    </message>
    <message>
        <source>Play</source>
        <translation>Spielen</translation>
    </message>
    <message>
        <source>%1 is played by hand; Esc ends</source>
        <translation>%1 wird von Hand gespielt; Esc beendet</translation>
    </message>
    <message>
        <source>Pause</source>
        <translation>Anhalten</translation>
    </message>
    <message>
        <source>new rehearsal</source>
        <translation>neue Netzprobe</translation>
    </message>
    <message>
        <source>Host</source>
        <translation>Host</translation>
    </message>
    <message>
        <source>Peer %1</source>
        <translation>Teilnehmer %1</translation>
    </message>
    <message>
        <source>the project has no rehearsal &quot;%1&quot;</source>
        <translation>das Projekt hat keine Netzprobe &quot;%1&quot;</translation>
    </message>
</context>
<context>
    <name>WirePage</name>
    <message>
        <source>Reading to show</source>
        <translation>Gezeigter Messwert</translation>
    </message>
    <message>
        <source>Every rehearsal</source>
        <translation>Jede Netzprobe</translation>
    </message>
    <message>
        <source>Run the trial to play the rehearsal with each value and draw its readings here</source>
        <translation>Starten Sie den Versuch, um die Netzprobe mit jedem Wert zu spielen und ihre Messwerte hier zu zeichnen</translation>
    </message>
    <message>
        <source> · stopped, results so far</source>
        <translation> · angehalten, Ergebnisse bisher</translation>
    </message>
    <message>
        <source>marks</source>
        <translation>Marken</translation>
    </message>
    <message>
        <source>✓ hold</source>
        <translation>✓ halten</translation>
    </message>
    <message>
        <source>✗ %1 of %2 hold</source>
        <translation>✗ %1 von %2 halten</translation>
    </message>
</context>
<context>
    <name>WireSheet</name>
    <message>
        <source>What differs</source>
        <translation>Was sich unterscheidet</translation>
    </message>
    <message>
        <source>Other characters</source>
        <translation>Andere Figuren</translation>
    </message>
    <message>
        <source>interpolated</source>
        <translation>interpoliert</translation>
    </message>
    <message>
        <source>extrapolated</source>
        <translation>extrapoliert</translation>
    </message>
    <message>
        <source>from inputs</source>
        <translation>aus Eingaben</translation>
    </message>
    <message>
        <source>Every peer plays all characters from inputs alone; no states are sent. Missing inputs are predicted as unchanged and replayed when they arrive</source>
        <translation>Jeder Teilnehmer spielt alle Figuren allein aus Eingaben; es werden keine Zustände gesendet. Fehlende Eingaben gelten als unverändert und werden nachgespielt, sobald sie ankommen</translation>
    </message>
    <message>
        <source>interpolation delay</source>
        <translation>Interpolationsverzögerung</translation>
    </message>
    <message>
        <source>send interval</source>
        <translation>Sendeabstand</translation>
    </message>
    <message>
        <source>Inputs</source>
        <translation>Eingaben</translation>
    </message>
    <message>
        <source>input delay</source>
        <translation>Eingabeverzögerung</translation>
    </message>
    <message>
        <source>How long a press waits before it takes effect, also on the player&apos;s own machine. Peers then predict less and correct less</source>
        <translation>Wie lange ein Druck wartet, bevor er wirkt, auch auf dem Rechner des Spielers. Teilnehmer sagen dann weniger vorher und berichtigen weniger</translation>
    </message>
    <message>
        <source>Readings of the wire</source>
        <translation>Messwerte des Netzes</translation>
    </message>
    <message>
        <source>Double-click a row to set its mark</source>
        <translation>Ein Doppelklick auf eine Zeile setzt ihre Marke</translation>
    </message>
    <message>
        <source>%1 plays</source>
        <translation>%1 spielt</translation>
    </message>
    <message>
        <source>Remove</source>
        <translation>Entfernen</translation>
    </message>
    <message>
        <source>Remove %1</source>
        <translation>%1 entfernen</translation>
    </message>
    <message>
        <source>Peers and their connections</source>
        <translation>Teilnehmer und ihre Verbindungen</translation>
    </message>
    <message>
        <source>%1 of %2</source>
        <translation>%1 von %2</translation>
    </message>
    <message>
        <source>joins at</source>
        <translation>kommt dazu bei</translation>
    </message>
    <message>
        <source>delay</source>
        <translation>Verzögerung</translation>
    </message>
    <message>
        <source>jitter</source>
        <translation>Schwankung</translation>
    </message>
    <message>
        <source>lost</source>
        <translation>verloren</translation>
    </message>
    <message>
        <source>doubled</source>
        <translation>verdoppelt</translation>
    </message>
    <message>
        <source>clock offset</source>
        <translation>Uhrenversatz</translation>
    </message>
    <message>
        <source>How far its clock is ahead of its estimate of the host&apos;s clock. A clock that is behind sends presses too late</source>
        <translation>Wie weit seine Uhr vor der geschätzten Uhr des Hosts liegt. Eine Uhr, die nachgeht, sendet Drücke zu spät</translation>
    </message>
    <message>
        <source>Add a peer</source>
        <translation>Einen Teilnehmer hinzufügen</translation>
    </message>
    <message>
        <source>Maximum number of peers, host included: %1</source>
        <translation>Höchstzahl der Teilnehmer mit dem Host: %1</translation>
    </message>
    <message>
        <source>reading</source>
        <translation>Messwert</translation>
    </message>
    <message>
        <source>current</source>
        <translation>aktuell</translation>
    </message>
    <message>
        <source>kept</source>
        <translation>behalten</translation>
    </message>
    <message>
        <source>mark</source>
        <translation>Marke</translation>
    </message>
    <message>
        <source>met</source>
        <translation>erreicht</translation>
    </message>
    <message>
        <source>missed</source>
        <translation>verfehlt</translation>
    </message>
    <message>
        <source>Mark</source>
        <translation>Marke</translation>
    </message>
    <message>
        <source>%1 should lie in (low..high; empty: no mark)</source>
        <translation>%1 soll liegen in (niedrig..hoch; leer: keine Marke)</translation>
    </message>
    <message>
        <source>&quot;%1&quot; is not a band; expected low..high, for example 0..0.05</source>
        <translation>&quot;%1&quot; ist kein Bereich; erwartet niedrig..hoch, zum Beispiel 0..0.05</translation>
    </message>
    <message>
        <source>What differs at %1 s</source>
        <translation>Was sich bei %1 s unterscheidet</translation>
    </message>
    <message>
        <source>The rehearsal is being played</source>
        <translation>Die Netzprobe wird gespielt</translation>
    </message>
    <message>
        <source>Nothing: all agree</source>
        <translation>Nichts: alle stimmen überein</translation>
    </message>
</context>
<context>
    <name>WireStages</name>
    <message>
        <source>Stages of the peers</source>
        <translation>Bühnen der Teilnehmer</translation>
    </message>
    <message>
        <source>selected: %1</source>
        <translation>ausgewählt: %1</translation>
    </message>
    <message>
        <source>not for this body</source>
        <translation>nicht für diesen Körper</translation>
    </message>
    <message>
        <source>host</source>
        <translation>Host</translation>
    </message>
    <message>
        <source>%1 ms</source>
        <translation>%1 ms</translation>
    </message>
    <message>
        <source> + up to %1</source>
        <translation> + bis zu %1</translation>
    </message>
    <message>
        <source>, %1 % lost</source>
        <translation>, %1 % verloren</translation>
    </message>
    <message>
        <source>, joins at %1 s</source>
        <translation>, kommt bei %1 s dazu</translation>
    </message>
    <message>
        <source>never arrived</source>
        <translation>kam nie an</translation>
    </message>
    <message>
        <source>not joined yet</source>
        <translation>noch nicht dabei</translation>
    </message>
</context>
<context>
    <name>leap::studio::ShowMenu</name>
    <message>
        <source>Heights and distances</source>
        <translation>Höhen und Weiten</translation>
    </message>
    <message>
        <source>Velocity</source>
        <translation>Geschwindigkeit</translation>
    </message>
    <message>
        <source>Ground contact</source>
        <translation>Bodenkontakt</translation>
    </message>
    <message>
        <source>Ghost of the kept run</source>
        <translation>Geist des behaltenen Laufs</translation>
    </message>
    <message>
        <source>Dust, spray and sparks</source>
        <translation>Staub, Spritzer und Funken</translation>
    </message>
    <message>
        <source>Probes of the selected move</source>
        <translation>Sonden des gewählten Zugs</translation>
    </message>
    <message>
        <source>Active hitboxes</source>
        <translation>Aktive Trefferzonen</translation>
    </message>
    <message>
        <source>Forces of wheels</source>
        <translation>Kräfte der Räder</translation>
    </message>
    <message>
        <source>Focus areas</source>
        <translation>Fokusbereiche</translation>
    </message>
    <message>
        <source>Steady view: no shake, no bob</source>
        <translation>Ruhige Ansicht: kein Beben, kein Wippen</translation>
    </message>
    <message>
        <source>Pinned to the stage</source>
        <translation>An die Bühne geheftet</translation>
    </message>
    <message>
        <source>Curves in the timeline</source>
        <translation>Kurven in der Zeitleiste</translation>
    </message>
    <message>
        <source>From behind</source>
        <translation>Von hinten</translation>
    </message>
    <message>
        <source>First person</source>
        <translation>Aus den Augen</translation>
    </message>
    <message>
        <source>From the side</source>
        <translation>Von der Seite</translation>
    </message>
    <message>
        <source>The sheet</source>
        <translation>Das Blatt</translation>
    </message>
    <message>
        <source>The list of events</source>
        <translation>Die Liste der Ereignisse</translation>
    </message>
</context>
</TS>
