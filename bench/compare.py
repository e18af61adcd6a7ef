#!/usr/bin/env python3
"""The ranked breakout of `npm run bench`, written the plain way with pandas: a yardstick for the engine's speed.

Needs python3-pandas and a folder written by `npm run bench -- --dump FOLDER`. Columns are computed instrument by
instrument with pandas, then the days are walked through in Python with one dictionary of positions. It prints the
seconds of both parts, the number of closed trades and the last equity, which must be those of the engine.
"""
import json
import math
import sys
import time

import numpy as np
import pandas as pd

folder = sys.argv[1]
with open(f"{folder}/market.json") as f:
    listing = json.load(f)
raw = {s: np.fromfile(f"{folder}/{s}.f64").reshape(6, -1) for s in listing["symbols"] + ["KIX"]}
bars = {
    s: pd.DataFrame(dict(zip(("open", "high", "low", "close", "volume"), c[1:])), index=c[0].astype(int))
    for s, c in raw.items()
}

started = time.perf_counter()
index = bars["KIX"]["close"]
calm = index.rolling(40).mean() > index.rolling(120).mean()
signal, rank, atr = {}, {}, {}
for s in listing["symbols"]:
    b = bars[s]
    high = b["high"].rolling(40).max().shift(1)
    busy = b["volume"] > 1.2 * b["volume"].rolling(50).mean()
    up = calm.reindex(b.index, method="ffill").fillna(False)
    signal[s] = ((b["close"] > high) & busy & (b["close"] > 5) & up).to_numpy()
    rank[s] = (b["close"] / b["close"].shift(100) - 1).to_numpy()
    before = b["close"].shift(1)
    tr = pd.concat([b["high"] - b["low"], (b["high"] - before).abs(), (b["low"] - before).abs()], axis=1).max(axis=1)
    seeded = tr.copy()
    seeded.iloc[:13] = np.nan
    seeded.iloc[13] = tr.iloc[:14].mean()
    atr[s] = seeded.ewm(alpha=1 / 14, adjust=False).mean().to_numpy()
columns = time.perf_counter() - started

started = time.perf_counter()
o, h, l, c = ({s: bars[s][k].to_numpy() for s in listing["symbols"]} for k in ("open", "high", "low", "close"))
cash = equity = 50_000.0
held, queue, closed = {}, [], 0


def commission(shares, price):
    return min(max(0.005 * shares, 1.0), 0.01 * shares * price)


for t in range(len(index)):
    for s, sign in queue:
        if s in held or len(held) >= 10:
            continue
        price = o[s][t] * 1.0003
        stop = price - 5 * atr[s][t - 1]
        shares = math.floor(400 / (price - stop) + 1e-9) if stop == stop and stop < price else 0
        if shares * price + commission(shares, price) > cash:
            shares = math.floor(min((cash - 1) / price, cash / (price + 0.005)) + 1e-9)
        if shares > 0:
            cash -= shares * price + commission(shares, price)
            held[s] = [shares, stop, stop, t]
    for s, (shares, first, trail, entered) in list(held.items()):
        stop = max(first, trail)
        if (entered < t and o[s][t] <= stop) or l[s][t] <= stop:
            price = (o[s][t] if o[s][t] <= stop else stop) * 0.9997
            cash += shares * price - commission(shares, price)
            del held[s]
            closed += 1
    todays = [s for s in listing["symbols"] if signal[s][t] and s not in held and rank[s][t] == rank[s][t]]
    queue = [(s, 1) for s in sorted(todays, key=lambda s: (-rank[s][t], s))]
    equity = cash
    for s, position in held.items():
        equity += position[0] * c[s][t]
        position[2] = max(position[2], c[s][t] - 5 * atr[s][t])
days = time.perf_counter() - started
print(f"columns {columns:.2f} s, days {days:.2f} s, {closed} closed trades, equity {equity:.2f}")
