<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="eo" sourcelanguage="en">
<context>
    <name>kh</name>
    <message><source>standing</source><translation>stato</translation></message>
    <message><source>Swash mixing</source><translation>Miksado de la disko</translation></message>
    <message numerus="yes"><source>{n} findings</source><translation><numerusform>{n} trovaĵo</numerusform><numerusform>{n} trovaĵoj</numerusform></translation></message>
</context>
<context>
    <name>kh::app::Bands</name>
    <message><source>Page</source><translation>Paĝo</translation></message>
</context>
</TS>
