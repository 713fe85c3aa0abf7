"""Reads files that Vorhut wrote with libraries that others wrote, and prints the texts found, as JSON: read-back.py KIND FILE."""

import csv
import json
import sys
import xml.etree.ElementTree


def cards(path):
    import vobject

    with open(path, encoding="utf-8", newline="") as file:
        return [card.fn.value for card in vobject.readComponents(file.read())]


def calendar(path):
    import vobject

    with open(path, encoding="utf-8", newline="") as file:
        events = vobject.readOne(file.read()).vevent_list
    return [text for event in events for text in (event.summary.value, event.description.value)]


def table(path):
    with open(path, encoding="utf-8-sig", newline="") as file:
        return [cell for row in csv.reader(file) for cell in row]


def workbook(path):
    import openpyxl

    with open(path, "rb") as file:
        sheets = openpyxl.load_workbook(file).worksheets
    return [str(cell) for sheet in sheets for row in sheet.iter_rows(values_only=True) for cell in row if cell is not None]


def document(path):
    return [text for text in xml.etree.ElementTree.parse(path).getroot().itertext()]


readers = {"cards": cards, "calendar": calendar, "table": table, "workbook": workbook, "document": document}
print(json.dumps(readers[sys.argv[1]](sys.argv[2])))
