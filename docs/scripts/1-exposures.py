# Prints what each column of a shot exposes: number × frames, X for blank.
#   python3 1-exposures.py          lists the shots
#   python3 1-exposures.py SHOT     prints one, by its id
import json
import os
import sys
import urllib.error
import urllib.request

SERVER = os.environ.get("FINTRO_URL", "http://127.0.0.1:3000")


def get(path):
    try:
        with urllib.request.urlopen(SERVER + path) as answer:
            return json.load(answer)
    except urllib.error.HTTPError as error:
        sys.exit(json.load(error)["detail"])


if len(sys.argv) < 2:
    # The list comes page by page.
    start, total = 0, 1
    while start < total:
        page = get(f"/api/shots?from={start}&many=200")
        start, total = start + 200, page["total"]
        for production in page["productions"]:
            for shot in production["shots"]:
                print(f'{shot["id"]}  {production["name"]}  {shot["name"]}  {shot["length"]} frames')
else:
    shot = get(f"/api/shots/{sys.argv[1]}")["document"]
    plan = shot["plans"][shot["planOrder"][0]]
    for column in (plan["columns"][c] for c in plan["order"]):
        drawings = shot["stacks"][column["stack"]]["drawings"]
        runs = [f'{drawings[r["drawing"]]["number"] if r["drawing"] else "X"}×{r["frames"]}' for r in column["runs"]]
        print(f'{column["name"]}: {" ".join(runs)}')
