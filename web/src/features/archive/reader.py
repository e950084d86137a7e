"""Reads an archive as docs/archive.md has it: says what is whole, and tells each reading of each pump."""

import hashlib
import json
import sys
import zipfile


def rows_of(archive, table):
    """Rows of a table, after its bytes and their number were held against the header."""
    data = archive.read(f"tables/{table['name']}.ndjson")
    if hashlib.sha256(data).hexdigest() != table["sha256"]:
        sys.exit(f"{table['name']}: other bytes than were written")
    lines = data.decode("utf-8").split("\n")
    if lines.pop() != "" or len(lines) != table["rows"]:
        sys.exit(f"{table['name']}: another number of rows than was written")
    rows = [json.loads(line) for line in lines]
    allowed = set(table["columns"]) | ({"sha256"} if table["name"] == "photo" else set())
    for row in rows:
        if set(row) != allowed:
            sys.exit(f"{table['name']}: columns that were not announced")
    return rows


def main(path):
    with zipfile.ZipFile(path) as archive:
        header = json.loads(archive.read("archive.json"))
        if (header["format"], header["version"]) != ("yard-tack-archive", 1):
            sys.exit("no archive of a Yard, or of a form that is not known")
        yard = {table["name"]: rows_of(archive, table) for table in header["tables"]}
        for photo in yard["photo"]:
            if hashlib.sha256(archive.read(f"photos/{photo['id']}.jpg")).hexdigest() != photo["sha256"]:
                sys.exit(f"photo {photo['id']}: other bytes than were written")
        places = {site["id"]: site["name"] for site in yard["site"]}
        pumps = {pump["id"]: pump for pump in yard["pump"]}
        sheets = {sheet["id"]: sheet["pump_id"] for sheet in yard["run_sheet"]}
        readings = []
        for entry in yard["sheet_entry"]:
            if entry["kind"] == "reading":
                pump = pumps[sheets[entry["sheet_id"]]]
                body = entry["body"]
                where = f"{places[pump['site_id']]} / {pump['tag']}"
                readings.append([where, body["slot"], body["raw"], body["si"], entry["at"]])
        print(json.dumps({"pumps": len(pumps), "photos": len(yard["photo"]), "readings": readings}))


if __name__ == "__main__":
    main(sys.argv[1])
