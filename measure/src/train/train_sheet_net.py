"""Trains the sheet net: which parts of a photo are the topmost sheet?

Reads records of SIDE x SIDE pixels (red, green, blue, cover; a byte each) that drawTrainingSet.ts writes, and writes
the weights as a TypeScript module. Needs numpy and torch (Debian: python3-torch). About half an hour on two cores.

    python3 measure/src/train/train_sheet_net.py --data out/train/*.bin --out core/src/outline/sheetNetWeights.ts

With --half it answers another question: does what is learned on some troubles hold for others? It trains on every
second category of one file in which categories go round, and says how it does on the others; it writes nothing.
"""

import argparse
import base64
import time

import numpy as np
import torch
import torch.nn.functional as F
from torch import nn

SIDE = 128
NET_SIDE = 96


class SheetNet(nn.Module):
    """A small encoder and decoder with skips; the input is halved at once, the output is NET_SIDE / 2 a side."""

    def __init__(self):
        super().__init__()
        self.layers = nn.ModuleDict(
            {
                "a": nn.Conv2d(3, 12, 3, stride=2, padding=1),
                "b": nn.Conv2d(12, 20, 3, stride=2, padding=1),
                "c": nn.Conv2d(20, 32, 3, stride=2, padding=1),
                "d": nn.Conv2d(32, 40, 3, stride=2, padding=1),
                "e": nn.Conv2d(40, 40, 3, padding=1),
                "f": nn.Conv2d(40, 40, 3, padding=1),
                "g": nn.Conv2d(40 + 32, 28, 3, padding=1),
                "h": nn.Conv2d(28 + 20, 16, 3, padding=1),
                "i": nn.Conv2d(16 + 12, 8, 3, padding=1),
                "j": nn.Conv2d(8, 1, 1),
            }
        )

    def forward(self, x):
        layer = self.layers
        a = F.relu(layer["a"](x))
        b = F.relu(layer["b"](a))
        c = F.relu(layer["c"](b))
        d = F.relu(layer["d"](c))
        e = F.relu(layer["e"](d))
        # The whole picture says what is sheet and what is desk: every cell hears the mean of all.
        e = e + e.mean(dim=(2, 3), keepdim=True)
        f = F.relu(layer["f"](e))
        up = lambda t: F.interpolate(t, scale_factor=2, mode="nearest")
        g = F.relu(layer["g"](torch.cat([up(f), c], 1)))
        h = F.relu(layer["h"](torch.cat([up(g), b], 1)))
        i = F.relu(layer["i"](torch.cat([up(h), a], 1)))
        return layer["j"](i)


def read(files):
    records = [np.fromfile(f, dtype=np.uint8).reshape(-1, SIDE, SIDE, 4) for f in files]
    return np.concatenate(records)


def augment(batch, rng):
    """Turns, mirrors, zooms, shifts, recolours, blurs and noises a batch [n, 4, SIDE, SIDE] of shares 0 to 1."""
    n = batch.shape[0]
    angle = torch.tensor(rng.normal(0, 0.12, n)) + torch.tensor(rng.integers(0, 4, n) * np.pi / 2)
    zoom = torch.tensor(rng.uniform(0.72, 1.25, n))
    mirror = torch.tensor(rng.choice([-1.0, 1.0], n))
    theta = torch.zeros(n, 2, 3)
    theta[:, 0, 0] = zoom * torch.cos(angle) * mirror
    theta[:, 0, 1] = -zoom * torch.sin(angle)
    theta[:, 1, 0] = zoom * torch.sin(angle) * mirror
    theta[:, 1, 1] = zoom * torch.cos(angle)
    theta[:, :, 2] = torch.tensor(rng.normal(0, 0.13, (n, 2)))
    grid = F.affine_grid(theta, [n, 4, NET_SIDE, NET_SIDE], align_corners=False)
    batch = F.grid_sample(batch, grid.to(batch.dtype), padding_mode="reflection", align_corners=False)
    colours, cover = batch[:, :3], batch[:, 3:]
    gamma = torch.tensor(np.exp(rng.normal(0, 0.25, (n, 1, 1, 1))), dtype=torch.float32)
    gain = torch.tensor(np.exp(rng.normal(0, 0.12, (n, 3, 1, 1))), dtype=torch.float32)
    offset = torch.tensor(rng.normal(0, 0.03, (n, 3, 1, 1)), dtype=torch.float32)
    colours = colours.clamp(0, 1) ** gamma * gain + offset
    if rng.random() < 0.4:
        colours = F.avg_pool2d(F.pad(colours, (1, 1, 1, 1), mode="reflect"), 3, 1)
    if rng.random() < 0.2:
        grey = colours.mean(1, keepdim=True)
        colours = grey + (colours - grey) * rng.uniform(0, 1.6)
    # Something with edges lies about: rectangles of another colour where there is no sheet.
    for k in range(n):
        for _ in range(rng.integers(0, 4)):
            w, h = rng.integers(4, 45, 2)
            x, y = rng.integers(-20, NET_SIDE, 2)
            x0, y0, x1, y1 = max(0, x), max(0, y), min(NET_SIDE, x + w), min(NET_SIDE, y + h)
            if x1 <= x0 or y1 <= y0:
                continue
            colour = torch.tensor(rng.uniform(0, 1, (3, 1, 1)), dtype=torch.float32)
            texture = torch.tensor(rng.normal(0, rng.uniform(0, 0.1), (1, y1 - y0, x1 - x0)), dtype=torch.float32)
            free = 1 - cover[k, :, y0:y1, x0:x1]
            patch = colours[k, :, y0:y1, x0:x1]
            colours[k, :, y0:y1, x0:x1] = patch * (1 - free) + (colour + texture) * free
    noise = torch.tensor(rng.normal(0, 1, colours.shape), dtype=torch.float32) * rng.uniform(0, 0.04)
    return (colours + noise).clamp(0, 1), cover


def loss_of(logits, cover):
    target = F.avg_pool2d(cover, 2)
    bce = F.binary_cross_entropy_with_logits(logits, target)
    p = torch.sigmoid(logits)
    both = (p * target).sum((1, 2, 3))
    dice = 1 - (2 * both + 1) / (p.sum((1, 2, 3)) + target.sum((1, 2, 3)) + 1)
    return bce + 0.5 * dice.mean()


def share_right(net, held):
    with torch.no_grad():
        colours, cover = held[:, :3], held[:, 3:]
        target = F.avg_pool2d(cover, 2) > 0.5
        found = net((colours - 0.5) * 2) > 0
        both = (found & target).float().sum((1, 2, 3))
        either = (found | target).float().sum((1, 2, 3))
        iou = both / either.clamp(min=1)
        return iou.mean().item(), (iou > 0.9).float().mean().item()


def write(net, path):
    parts, order = [], []
    for name, layer in net.layers.items():
        for kind in ("weight", "bias"):
            tensor = getattr(layer, kind).detach().contiguous().numpy()
            order.append(f"{name}.{kind}")
            parts.append(tensor.astype("<f2").ravel())
    text = base64.b64encode(np.concatenate(parts).tobytes()).decode()
    with open(path, "w") as file:
        file.write("/** Weights of the sheet net, 16-bit floats as base64; written by train_sheet_net.py, not by hand. */\n")
        file.write(f"export const SHEET_NET_WEIGHTS =\n  '{text}';\n")
    print(len(text), "characters:", " ".join(order))


CATEGORIES = 13


def halves(records):
    """The records of every second category, some of them held back, and all of the other categories."""
    of_category = torch.arange(len(records)) % CATEGORIES
    seen, unseen = records[of_category % 2 == 0], records[of_category % 2 == 1]
    return seen[:-100], seen[-100:], unseen


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", nargs="+", required=True)
    parser.add_argument("--out")
    parser.add_argument("--half", action="store_true", help="learn from half of the categories, look at the others")
    parser.add_argument("--minutes", type=float, default=30)
    parser.add_argument("--start", help="a state to go on from")
    options = parser.parse_args()
    torch.set_num_threads(1)
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    records = torch.tensor(read(options.data)).permute(0, 3, 1, 2)
    small = lambda some: F.interpolate(some.float() / 255, size=NET_SIDE, mode="area")
    unseen = None
    if options.half:
        records, held, unseen = halves(records)
        unseen = small(unseen)
    else:
        order = torch.tensor(rng.permutation(len(records)))
        records, held = records[order[200:]], records[order[:200]]
    held = small(held)
    net = SheetNet().to(memory_format=torch.channels_last)
    print(sum(p.numel() for p in net.parameters()), "weights,", len(records), "records")
    if options.start:
        net.load_state_dict(torch.load(options.start))
    optimizer = torch.optim.AdamW(net.parameters(), lr=2e-3, weight_decay=1e-4)
    began = time.time()
    step = 0
    while True:
        share = (time.time() - began) / (options.minutes * 60)
        if share >= 1:
            break
        for group in optimizer.param_groups:
            group["lr"] = 2e-3 * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        chosen = rng.integers(0, len(records), 24)
        colours, cover = augment(records[chosen].float() / 255, rng)
        loss = loss_of(net(((colours - 0.5) * 2).contiguous(memory_format=torch.channels_last)), cover)
        optimizer.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(net.parameters(), 1.0)
        optimizer.step()
        step += 1
        if step % 100 == 0:
            print(f"{step} {time.time() - began:.0f} s loss {loss.item():.4f} held back {share_right(net, held)}", flush=True)
    print("held back (mean overlap, share over 0.9)", share_right(net, held))
    if unseen is not None:
        print("categories never seen", share_right(net, unseen))
        return
    torch.save(net.state_dict(), options.out + ".state")
    write(net, options.out)


main()
