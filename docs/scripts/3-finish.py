# Finished pictures come back: each PNG of a folder lies in the place of the drawing whose number ends its name.
#   python3 3-finish.py SHOT COLUMN FOLDER
# Give FINTRO_TOKEN: it writes.
import json
import os
import pathlib
import re
import sys
import urllib.error
import urllib.request
import uuid

SERVER = os.environ.get("FINTRO_URL", "http://127.0.0.1:3000")


def ask(path, body=None):
    request = urllib.request.Request(SERVER + path, body, {"fintro-token": os.environ.get("FINTRO_TOKEN", "")})
    try:
        with urllib.request.urlopen(request) as answer:
            return json.load(answer)
    except urllib.error.HTTPError as error:
        sys.exit(json.load(error)["detail"])


shot_id, column_name, folder = sys.argv[1:4]
stored = ask(f"/api/shots/{shot_id}")
shot = stored["document"]
plan = shot["plans"][shot["planOrder"][0]]
column = next((c for c in plan["columns"].values() if c["name"] == column_name), None)
if not column:
    sys.exit(f"There is no column {column_name}.")
drawings = {d["number"]: d for d in shot["stacks"][column["stack"]]["drawings"].values()}
wide, high = shot["picture"]["width"], shot["picture"]["height"]
finished = {}
for file in sorted(pathlib.Path(folder).glob("*.png")):
    number = re.search(r"0*(\d+[a-z]*)\.png$", file.name)
    drawing = number and drawings.get(number[1])
    if not drawing:
        print(f"{file.name}: no drawing has this number")
        continue
    # Kept by the hash of its bytes before a command names it.
    kept = ask("/api/images", file.read_bytes())
    scale = min(wide / kept["width"], high / kept["height"])
    finished[drawing["id"]] = {
        "file": kept["hash"],
        "width": kept["width"],
        "height": kept["height"],
        "name": file.name,
        "at": [scale, 0, 0, scale, wide / 2, high / 2],
    }
command = {
    "id": str(uuid.uuid4()),
    "schema": 12,
    "name": "drawing.finish",
    "args": {"stack": column["stack"], "finished": finished},
}
sent = json.dumps({"base": stored["revision"], "commands": [command]}).encode()
outcome = ask(f"/api/shots/{shot_id}/commands", sent)["outcomes"][0]
if outcome["status"] == "refused":
    sys.exit(outcome["refusal"]["message"])
print(f"{len(finished)} drawings finished")
