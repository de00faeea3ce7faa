"""Reads a workbook with another program than the one that wrote it, and says what it holds as JSON. For record.test.ts."""

import json
import sys

from openpyxl import load_workbook

book = load_workbook(sys.argv[1])
told = {}
for sheet in book.worksheets:
    rules = [
        [str(area.sqref), rule.type, [color.rgb for color in rule.colorScale.color]]
        for area, found in sheet.conditional_formatting._cf_rules.items()
        for rule in found
    ]
    told[sheet.title] = {
        "frozen": sheet.freeze_panes,
        "filter": sheet.auto_filter.ref,
        "rules": rules,
        "bold": sheet["A1"].font.bold,
        "cells": [[[cell.data_type, str(cell.value), cell.number_format] for cell in row] for row in sheet.iter_rows()],
    }
print(json.dumps(told))
