#!/usr/bin/env python3
"""Speaks the line of shot 040 with espeak-ng: the WAV, and when each word begins.

Needs Debian's python3 and espeak-ng. Run it from any folder; it writes over-the-water.wav and over-the-water.json
beside itself.
"""

import ctypes
import json
import pathlib
import wave

LINE = "Bring her round! Bring her round by the point, and mind the rocks below!"
VOICE, SPEED, PITCH, RANGE = b"en-gb+f3", 128, 46, 70
# Kinds of what the synthesiser tells (speak_lib.h).
WORD, END = 1, 6
SYNCHRONOUS, TEXT, UTF8 = 2, 0, 1


class Event(ctypes.Structure):
    _fields_ = [
        ("type", ctypes.c_int),
        ("unique", ctypes.c_uint),
        ("text_position", ctypes.c_int),
        ("length", ctypes.c_int),
        ("audio_position", ctypes.c_int),
        ("sample", ctypes.c_int),
        ("user", ctypes.c_void_p),
        ("id", ctypes.c_char * 8),
    ]


lib = ctypes.CDLL("libespeak-ng.so.1")
rate = lib.espeak_Initialize(SYNCHRONOUS, 0, None, 0)
samples, words = [], []

HEARD = ctypes.CFUNCTYPE(ctypes.c_int, ctypes.POINTER(ctypes.c_short), ctypes.c_int, ctypes.POINTER(Event))


@HEARD
def heard(wav, count, events):
    if wav:
        samples.extend(wav[i] for i in range(count))
    for i in range(1000):
        e = events[i]
        if e.type == 0:
            break
        if e.type == WORD:
            words.append({"text": LINE[e.text_position - 1 : e.text_position - 1 + e.length], "sample": e.sample})
    return 0


lib.espeak_SetSynthCallback(heard)
lib.espeak_SetVoiceByName(VOICE)
for parameter, value in ((1, SPEED), (3, PITCH), (4, RANGE)):
    lib.espeak_SetParameter(parameter, value, 0)
text = LINE.encode()
lib.espeak_Synth(text, len(text) + 1, 0, 1, 0, UTF8, None, None)
lib.espeak_Synchronize()

here = pathlib.Path(__file__).resolve().parent
with wave.open(str(here / "over-the-water.wav"), "wb") as out:
    out.setnchannels(1)
    out.setsampwidth(2)
    out.setframerate(rate)
    out.writeframes(b"".join(s.to_bytes(2, "little", signed=True) for s in samples))
(here / "over-the-water.json").write_text(
    json.dumps({"line": LINE, "rate": rate, "samples": len(samples), "words": words}, indent=2) + "\n"
)
