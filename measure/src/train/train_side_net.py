"""Trains the side net: which of a quad's four sides are the sheet's own?

Reads the views of quads that drawQuadSet.ts writes (NAME.bin, NAME.jsonl), and writes the weights as a TypeScript module.

    python3 measure/src/train/train_side_net.py --data out/train/quads out/train/piles --out core/src/outline/sideNetWeights.ts

`--start FILE` goes on from weights that were written before. Every tenth photo is held back to see how well it does.
"""

import argparse
import json
import time

import numpy as np
import torch
import torch.nn.functional as F
from torch import nn

from net_weights import load, save

SIDE = 96
CHANNELS = 4
# A side is right where it strays by less than this share of the page's size from the true one, wrong beyond the second.
RIGHT, WRONG = 0.015, 0.035
BENT = ("curl", "open-book")


class SideNet(nn.Module):
    def __init__(self, widths):
        super().__init__()
        a, b, c, d, e = widths
        self.layers = nn.ModuleDict(
            {
                "a": nn.Conv2d(CHANNELS, a, 3, stride=2, padding=1),
                "b": nn.Conv2d(a, b, 3, stride=2, padding=1),
                "c": nn.Conv2d(b, c, 3, stride=2, padding=1),
                "d": nn.Conv2d(c, d, 3, padding=1),
                "e": nn.Conv2d(d, e, 3, padding=1),
                "f": nn.Conv2d(e, e, 3, padding=1),
                "g": nn.Conv2d(e, 4, 1),
            }
        )

    def forward(self, x):
        for name in "abcdef":
            x = F.relu(self.layers[name](x))
            if name in "de":
                x = x + x.mean(dim=(2, 3), keepdim=True)
        x = self.layers["g"](x)
        return torch.stack(
            [
                x[:, 0, 1:3, 1:11].mean(dim=(1, 2)),
                x[:, 1, 1:11, 9:11].mean(dim=(1, 2)),
                x[:, 2, 9:11, 1:11].mean(dim=(1, 2)),
                x[:, 3, 1:11, 1:3].mean(dim=(1, 2)),
            ],
            1,
        )


def normalised(x):
    """Colours less their mean, over their spread, where there is a picture; then whether there is."""
    seen = (x[:, 3:] > 0).float()
    colours = x[:, :3]
    count = 3 * seen.sum(dim=(1, 2, 3), keepdim=True).clamp(min=1)
    mean = (colours * seen).sum(dim=(1, 2, 3), keepdim=True) / count
    spread = ((((colours - mean) * seen) ** 2).sum(dim=(1, 2, 3), keepdim=True) / count).sqrt()
    return torch.cat([(colours - mean) * seen / (spread + 8), seen], 1)


def augment(x, y, rng):
    """Turns and mirrors views with their labels, and changes light, sharpness and noise."""
    x, y = piled(x, y, rng)
    n = len(x)
    quarter = rng.integers(0, 4, n)
    mirror = rng.random(n) < 0.5
    out, labels = x.clone(), y.clone()
    for q in range(4):
        for m in (False, True):
            some = torch.tensor(np.flatnonzero((quarter == q) & (mirror == m)))
            if not len(some):
                continue
            v, t = x[some], y[some]
            if q:
                v, t = torch.rot90(v, -q, (2, 3)), torch.roll(t, q, 1)
            if m:
                v, t = v.flip(3), t[:, [0, 3, 2, 1]]
            out[some], labels[some] = v, t
    seen = (out[:, 3:] > 0).float()
    gain = torch.tensor(np.exp(rng.normal(0, 0.08, (n, 3, 1, 1))), dtype=torch.float32)
    colours = out[:, :3] * gain
    if rng.random() < 0.25:
        colours = colours.mean(1, keepdim=True).expand(-1, 3, -1, -1) * 0.7 + colours * 0.3
    if rng.random() < 0.2:
        k = torch.tensor([0.25, 0.5, 0.25]) if rng.random() < 0.5 else torch.ones(3) / 3
        kernel = (k[:, None] * k[None]).expand(3, 1, 3, 3).contiguous()
        colours = F.conv2d(F.pad(colours, (1, 1, 1, 1), mode="replicate"), kernel, groups=3)
    noise = torch.randn(colours.shape) * rng.uniform(0, 4)
    return torch.cat([(colours + noise) * seen, out[:, 3:]], 1), labels


MARGIN = 16
INSIDE = SIDE - 2 * MARGIN
# So many of the views with nothing but right sides get another sheet beneath.
PILED = 0.35


def moved(x, dx, dy, angle):
    """Images moved by so many pixels and turned about their middle; nothing comes in from outside."""
    theta = torch.zeros(len(x), 2, 3)
    theta[:, 0, 0] = theta[:, 1, 1] = torch.cos(angle)
    theta[:, 0, 1] = torch.sin(angle)
    theta[:, 1, 0] = -torch.sin(angle)
    theta[:, 0, 2] = -(dx * torch.cos(angle) + dy * torch.sin(angle)) * 2 / SIDE
    theta[:, 1, 2] = -(dy * torch.cos(angle) - dx * torch.sin(angle)) * 2 / SIDE
    return F.grid_sample(x, F.affine_grid(theta, list(x.shape), align_corners=False), align_corners=False)


def piled(x, y, rng):
    """Lays some of the sheets on another one of their kind, nearly straight; half of these are then seen with the other's sides."""
    whole = (y > 0.95).all(1).numpy()
    some = torch.tensor(np.flatnonzero(whole & (rng.random(len(x)) < PILED)))
    if not len(some):
        return x, y
    n = len(some)
    number = lambda low, high, *shape: torch.tensor(rng.uniform(low, high, (n, *shape)), dtype=torch.float32)
    v = x[some]
    sheet = torch.zeros(n, 1, SIDE, SIDE)
    sheet[:, :, MARGIN : MARGIN + INSIDE, MARGIN : MARGIN + INSIDE] = 1
    # What lies beneath has the same paper, blank or written on, in nearly the same light.
    inner = v[:, :3, MARGIN + 2 : -MARGIN - 2, MARGIN + 2 : -MARGIN - 2]
    light = F.interpolate(F.adaptive_max_pool2d(F.avg_pool2d(inner, 3, 1), 3), size=SIDE, mode="bilinear", align_corners=True)
    written = torch.tensor(rng.random((n, 1, 1, 1)) < 0.5)
    paper = torch.where(written, v[:, :3].flip(3), light) * number(0.94, 1.04, 1, 1, 1)
    angle = number(-0.05, 0.05) * torch.tensor(rng.random(n) < 0.7)
    far = lambda: number(-9, 9) * torch.tensor(rng.random(n) < 0.8)
    dx, dy = far(), far()
    under = moved(torch.cat([paper, sheet], 1), dx, dy, angle)
    beside = under[:, 3:] * under[:, :3] + (1 - under[:, 3:]) * v[:, :3]
    # A thin shadow beside the upper sheet, darkest where the light does not come from.
    reach = int(rng.integers(1, 4)) * 2 + 1
    shade = F.avg_pool2d(F.pad(sheet, (reach // 2,) * 4), reach, 1)
    shade = moved(shade, number(-1.2, 1.2), number(-1.2, 1.2), torch.zeros(n))
    beside = beside * (1 - number(0.03, 0.4, 1, 1, 1) * shade)
    edge = F.avg_pool2d(F.pad(sheet, (1,) * 4), 3, 1) if rng.random() < 0.5 else sheet
    colours = edge * v[:, :3] + (1 - edge) * beside
    # Where the sheet beneath looks out, top, right, bottom, left, pixels of the view.
    out = torch.stack([-dy, dx, dy, -dx], 1).clamp(min=0) * torch.tensor(rng.random((n, 4)) < 0.5)
    labels = ((WRONG - out / INSIDE) / (WRONG - RIGHT)).clamp(0, 1)
    theta = torch.zeros(n, 2, 3)
    theta[:, 0, 0] = 1 + (out[:, 1] + out[:, 3]) / INSIDE
    theta[:, 1, 1] = 1 + (out[:, 0] + out[:, 2]) / INSIDE
    theta[:, 0, 2] = (out[:, 1] - out[:, 3]) / SIDE
    theta[:, 1, 2] = (out[:, 2] - out[:, 0]) / SIDE
    seen = torch.cat([colours, v[:, 3:]], 1)
    x, y = x.clone(), y.clone()
    x[some] = F.grid_sample(seen, F.affine_grid(theta, [n, 4, SIDE, SIDE], align_corners=False), align_corners=False)
    y[some] = labels
    return x, y


def labelled(record):
    loose = 2 if record["category"] in BENT else 1
    most = np.array([off[1] for off in record["off"]])
    return np.clip((WRONG * loose - most) / ((WRONG - RIGHT) * loose), 0, 1)


def read(name):
    records = [json.loads(line) for line in open(f"{name}.jsonl")]
    size = SIDE * SIDE * CHANNELS
    pixels = np.memmap(f"{name}.bin", dtype=np.uint8, mode="r")
    count = min(len(records), len(pixels) // size)
    return records[:count], pixels[: count * size].reshape(count, SIDE, SIDE, CHANNELS)


def report(net, records, views, labels):
    """How well sides are told, and quads chosen by rank alone and by rank and sides."""
    net.eval()
    with torch.no_grad():
        logits = torch.cat([net(normalised(torch.tensor(views[i : i + 256]).permute(0, 3, 1, 2).float())) for i in range(0, len(views), 256)])
    net.train()
    z = logits.numpy()
    sure = np.abs(labels - 0.5) > 0.45
    sides, truth = z[sure], labels[sure] > 0.5
    order = np.argsort(sides)
    ranks = np.empty(len(order))
    ranks[order] = np.arange(len(order))
    auc = (ranks[truth].mean() - (truth.sum() - 1) / 2) / (~truth).sum()
    photos = {}
    for i, record in enumerate(records):
        if record["rank"] is not None and record["category"] != "bare-desk":
            photos.setdefault((record["seed"], record["page"]), []).append(i)
    logs = -np.log1p(np.exp(-z))
    line = f"auc {auc:.4f} right {((sides > 0) == truth).mean():.4f}"
    for k in (0, 0.25, 0.5, 1, 2):
        good = [records[max(some, key=lambda i: records[i]["rank"] + k * (logs[i].sum() + logs[i].min()))]["iou"] > 0.93 for some in photos.values()]
        line += f" | {k}: {100 * np.mean(good):.1f}"
    return line + f" of {len(photos)}"


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", nargs="+", required=True)
    parser.add_argument("--out", required=True)
    parser.add_argument("--minutes", type=float, default=25)
    parser.add_argument("--start", help="weights to go on from")
    parser.add_argument("--rate", type=float, default=2e-3)
    parser.add_argument("--threads", type=int, default=2)
    parser.add_argument("--widths", type=int, nargs=5, default=(12, 24, 32, 32, 32))
    options = parser.parse_args()
    torch.set_num_threads(options.threads)
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    parts = [read(name) for name in options.data]
    records = [record for part in parts for record in part[0]]
    views = np.concatenate([part[1] for part in parts])
    labels = np.array([labelled(record) for record in records], dtype=np.float32)
    held = np.array([record["seed"] % 10 == 0 for record in records])
    trained = np.flatnonzero(~held)
    held = np.flatnonzero(held)
    held_records = [records[i] for i in held]
    net = SideNet(options.widths)
    if options.start:
        load(net, options.start)
    print(sum(p.numel() for p in net.parameters()), "weights,", len(trained), "views,", len(held), "held back", flush=True)
    optimizer = torch.optim.AdamW(net.parameters(), lr=options.rate, weight_decay=2e-3)
    began = time.time()
    step = 0
    running = []
    while (share := (time.time() - began) / (options.minutes * 60)) < 1:
        for group in optimizer.param_groups:
            group["lr"] = options.rate * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        some = rng.choice(trained, 96)
        x, y = augment(torch.tensor(views[some]).permute(0, 3, 1, 2).float(), torch.tensor(labels[some]), rng)
        loss = F.binary_cross_entropy_with_logits(net(normalised(x)), y)
        optimizer.zero_grad()
        loss.backward()
        optimizer.step()
        running.append(loss.item())
        step += 1
        if step % 400 == 0:
            print(f"{step} {time.time() - began:.0f} s loss {np.mean(running[-400:]):.4f} {report(net, held_records, views[held], labels[held])}", flush=True)
    print(report(net, held_records, views[held], labels[held]))
    save(net, options.out, "side", "train_side_net.py")


main()
