# Makes a shot with two keys, and three in-betweens on twos between them, slowing out of the first.
#   python3 2-plan.py PRODUCTION NAME
# Prints the id of the shot. Give FINTRO_TOKEN: it writes.
import json
import os
import sys
import urllib.error
import urllib.request
import uuid

SERVER = os.environ.get("FINTRO_URL", "http://127.0.0.1:3000")
# The form of commands that this script was written for. The server brings older ones up to date.
SCHEMA = 12


def new_id():
    return str(uuid.uuid4())


def send(path, body):
    headers = {"fintro-token": os.environ.get("FINTRO_TOKEN", ""), "content-type": "application/json"}
    request = urllib.request.Request(SERVER + path, json.dumps(body).encode(), headers)
    try:
        with urllib.request.urlopen(request) as answer:
            return json.load(answer)
    except urllib.error.HTTPError as error:
        sys.exit(json.load(error)["detail"])


production, name = (sys.argv[1:] + ["Trials", "Planned by a script"][len(sys.argv) - 1 :])[:2]
shot = new_id()
picture, rate = {"width": 1920, "height": 1080}, {"num": 24, "den": 1}
new = {"id": shot, "production": production, "name": name, "paper": "#fffdf6", "length": 24}
send("/api/shots", {**new, "picture": picture, "rate": rate})
# What a new shot has is named after it.
where = {"plan": f"{shot}.3", "column": f"{shot}.2"}
first, second = new_id(), new_id()


def key(number, drawing):
    return {"id": drawing, "number": number, "role": "key", "content": {"poses": {}, "strokes": []}}


fill = {
    "chart": "to-nine",
    # What a command makes has its id, a dot and a count: here the exposures.
    "from": {"run": f"{first}.0", "at": 1},
    "to": {"run": f"{second}.0", "at": 10},
    "ticks": [
        {"drawing": f"between-{i}", "number": str(3 + i * 2), "u": u} for i, u in enumerate([0.125, 0.25, 0.5])
    ],
    "recipe": {"family": "halves", "slow": "first"},
    "step": 2,
}
steps = [
    (new_id(), "column.set", {"name": "Keeper"}),
    (first, "pose.add", {"drawing": key("1", "one"), "where": {"onFrame": 1}}),
    (second, "pose.add", {"drawing": key("9", "two"), "where": {"afterLast": 9}}),
    (new_id(), "chart.fill", fill),
    # The second key is held to the end.
    (new_id(), "run.push", {"run": {"run": f"{second}.0", "at": 10}, "delta": 13}),
]
commands = [{"id": i, "schema": SCHEMA, "name": n, "args": {**where, **args}} for i, n, args in steps]
for outcome in send(f"/api/shots/{shot}/commands", {"base": 0, "commands": commands})["outcomes"]:
    if outcome["status"] == "refused":
        sys.exit(outcome["refusal"]["message"])
print(shot)
