"""Reads DXF files with a library of its own and writes what it found as JSON: audit, layers and entities of each space."""
import json
import sys

import ezdxf


def entity(e):
    d = {"kind": e.dxftype(), "layer": e.dxf.layer, "type": e.dxf.get("linetype", "BYLAYER")}
    if d["kind"] == "LINE":
        d["points"] = [list(e.dxf.start)[:2], list(e.dxf.end)[:2]]
    elif d["kind"] in ("CIRCLE", "ARC"):
        d["centre"] = list(e.dxf.center)[:2]
        d["radius"] = e.dxf.radius
        if d["kind"] == "ARC":
            d["angles"] = [e.dxf.start_angle, e.dxf.end_angle]
    elif d["kind"] == "ELLIPSE":
        d["centre"] = list(e.dxf.center)[:2]
        d["major"] = list(e.dxf.major_axis)[:2]
        d["ratio"] = e.dxf.ratio
        d["angles"] = [e.dxf.start_param, e.dxf.end_param]
    elif d["kind"] == "SPLINE":
        tool = e.construction_tool()
        d["points"] = [list(p)[:2] for p in tool.approximate(24)]
    elif d["kind"] == "TEXT":
        d["text"] = e.plain_text()
        d["height"] = e.dxf.height
        _, p1, p2 = e.get_pos()
        d["points"] = [list(p2 if p2 is not None else p1)[:2]]
    elif d["kind"] == "HATCH":
        d["loops"] = [[list(v) for v in path.vertices] for path in e.paths.paths]
        (line,) = e.pattern.lines
        d["angle"] = line.angle
        d["spacing"] = (line.offset[0] ** 2 + line.offset[1] ** 2) ** 0.5
    elif d["kind"] == "SOLID":
        d["points"] = [list(p)[:2] for p in e.vertices()]
    elif d["kind"] == "INSERT":
        d["text"] = e.dxf.name
        d["points"] = [list(e.dxf.insert)[:2]]
        # what the block shows where it is inserted
        d["shown"] = [x.dxftype() for x in e.virtual_entities()]
    elif d["kind"] == "DIMENSION":
        d["text"] = e.dxf.text
        d["measured"] = e.get_measurement()
        # what the dimension's own block shows
        d["shown"] = sorted(x.dxftype() for x in e.virtual_entities())
        d["letters"] = [x.plain_text() for x in e.virtual_entities() if x.dxftype() == "TEXT"]
    return d


out = []
for name in sys.argv[1:]:
    doc = ezdxf.readfile(name)
    audit = doc.audit()
    out.append(
        {
            "version": doc.dxfversion,
            "units": doc.header["$INSUNITS"],
            "errors": [e.message for e in audit.errors],
            "fixes": [e.message for e in audit.fixes],
            "layers": [layer.dxf.name for layer in doc.layers],
            "lineTypes": [t.dxf.name for t in doc.linetypes],
            "model": [entity(e) for e in doc.modelspace()],
            "sheet": [entity(e) for e in doc.layout("Sheet")],
        }
    )
json.dump(out, sys.stdout)
