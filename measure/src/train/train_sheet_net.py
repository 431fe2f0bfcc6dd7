"""Trains the sheet net: which parts of a photo are the topmost sheet, or the two pages of an open book?

Reads records of SIDE x SIDE pixels of PLANES bytes (red, green, blue, cover of the sheet or of a book's left page, cover
of its right page, sides, corners) that drawTrainingSet.ts writes, and writes the weights as a TypeScript module. Needs
numpy and torch (Debian: python3-torch).

    python3 measure/src/train/train_sheet_net.py --data out/train/*.bin --out core/src/outline/sheetNetWeights.ts

With --half it answers another question: does what is learned on some troubles hold for others? It trains on every
second category of one file in which categories go round, and says how it does on the others; it writes nothing.
"""

import argparse
import time

import numpy as np
import torch
import torch.nn.functional as F
from torch import nn

from net_weights import load, save

SIDE = 224
PLANES = 7
NET_SIDE = 192
"""What the net says of each cell: first page, second page, side, corner."""
ANSWERS = 4


class SheetNet(nn.Module):
    """An encoder and decoder with skips; the input is halved at once, the output is NET_SIDE / 2 a side."""

    def __init__(self):
        super().__init__()
        down = lambda inputs, outputs: nn.Conv2d(inputs, outputs, 3, stride=2, padding=1)
        same = lambda inputs, outputs: nn.Conv2d(inputs, outputs, 3, padding=1)
        self.layers = nn.ModuleDict(
            {
                "a": down(3, 12),
                "b": down(12, 24),
                "c": down(24, 40),
                "d": down(40, 56),
                "e": down(56, 56),
                "f": same(56, 56),
                "g": same(56, 56),
                "h": same(56 + 56, 48),
                "i": same(48 + 40, 32),
                "j": same(32 + 24, 20),
                "k": same(20 + 12, 8),
                "l": nn.Conv2d(8, ANSWERS, 1),
            }
        )

    def forward(self, x):
        layer = self.layers
        run = lambda name, t: F.relu(layer[name](t))
        up = lambda t: F.interpolate(t, scale_factor=2, mode="nearest")
        a = run("a", x)
        b = run("b", a)
        c = run("c", b)
        d = run("d", c)
        e = run("e", d)
        # The whole picture says what is sheet and what is desk: every cell hears the mean of all.
        f = run("f", e + e.mean(dim=(2, 3), keepdim=True))
        g = run("g", f + f.mean(dim=(2, 3), keepdim=True))
        h = run("h", torch.cat([up(g), d], 1))
        i = run("i", torch.cat([up(h), c], 1))
        j = run("j", torch.cat([up(i), b], 1))
        k = run("k", torch.cat([up(j), a], 1))
        return layer["l"](k)


def read(files):
    records = [np.fromfile(f, dtype=np.uint8) for f in files]
    size = SIDE * SIDE * PLANES
    return np.concatenate([r[: len(r) // size * size].reshape(-1, SIDE, SIDE, PLANES) for r in records])


def warped(batch, rng, spread=1.0):
    """Turns, mirrors, zooms and shifts a batch [n, planes, SIDE, SIDE] of shares 0 to 1 into the net's size."""
    n = batch.shape[0]
    angle = torch.tensor(rng.normal(0, 0.12 * spread, n)) + torch.tensor(rng.integers(0, 4, n) * np.pi / 2)
    zoom = torch.tensor(rng.uniform(0.72, 1.25, n))
    mirror = torch.tensor(rng.choice([-1.0, 1.0], n))
    theta = torch.zeros(n, 2, 3)
    theta[:, 0, 0] = zoom * torch.cos(angle) * mirror
    theta[:, 0, 1] = -zoom * torch.sin(angle)
    theta[:, 1, 0] = zoom * torch.sin(angle) * mirror
    theta[:, 1, 1] = zoom * torch.cos(angle)
    theta[:, :, 2] = torch.tensor(rng.normal(0, 0.13, (n, 2)))
    grid = F.affine_grid(theta, [n, batch.shape[1], NET_SIDE, NET_SIDE], align_corners=False)
    return F.grid_sample(batch, grid.to(batch.dtype), padding_mode="reflection", align_corners=False)


def augment(batch, others, rng):
    """Warps and recolours records; lays some of the sheets over another record's picture and things round them."""
    n = batch.shape[0]
    batch = warped(batch, rng)
    colours, truth = batch[:, :3], batch[:, 3:]
    cover = truth[:, :2].sum(1, keepdim=True).clamp(0, 1)
    laid = np.flatnonzero(rng.random(n) < 0.25)
    if len(laid) > 0:
        behind = warped(others[laid, :3].float() / 255, rng, 3.0)
        for k, picture in zip(laid, behind):
            colours[k] = colours[k] * cover[k] + picture * (1 - cover[k])
    gamma = torch.tensor(np.exp(rng.normal(0, 0.25, (n, 1, 1, 1))), dtype=torch.float32)
    gain = torch.tensor(np.exp(rng.normal(0, 0.12, (n, 3, 1, 1))), dtype=torch.float32)
    offset = torch.tensor(rng.normal(0, 0.03, (n, 3, 1, 1)), dtype=torch.float32)
    colours = colours.clamp(0, 1) ** gamma * gain + offset
    if rng.random() < 0.4:
        colours = F.avg_pool2d(F.pad(colours, (1, 1, 1, 1), mode="reflect"), 3, 1)
    if rng.random() < 0.2:
        grey = colours.mean(1, keepdim=True)
        colours = grey + (colours - grey) * rng.uniform(0, 1.6)
    for k in range(n):
        for _ in range(rng.integers(0, 4)):
            lay_thing(colours[k], cover[k], rng)
    noise = torch.randn(colours.shape) * rng.uniform(0, 0.04)
    return (colours + noise).clamp(0, 1), in_order(truth)


def lay_thing(colours, cover, rng):
    """A rectangle of another colour where there is no sheet."""
    w, h = rng.integers(8, 90, 2)
    x, y = rng.integers(-40, NET_SIDE, 2)
    x0, y0, x1, y1 = max(0, x), max(0, y), min(NET_SIDE, x + w), min(NET_SIDE, y + h)
    if x1 <= x0 or y1 <= y0:
        return
    colour = torch.tensor(rng.uniform(0, 1, (3, 1, 1)), dtype=torch.float32)
    texture = torch.tensor(rng.normal(0, rng.uniform(0, 0.1), (1, y1 - y0, x1 - x0)), dtype=torch.float32)
    free = 1 - cover[:, y0:y1, x0:x1]
    patch = colours[:, y0:y1, x0:x1]
    colours[:, y0:y1, x0:x1] = patch * (1 - free) + (colour + texture) * free


def in_order(truth):
    """Of two pages the first is the one further left, or further up where they lie above each other."""
    places = torch.arange(truth.shape[-1], dtype=torch.float32)
    pages = truth[:, :2]
    mass = pages.sum((2, 3)).clamp(min=1e-3)
    x = (pages.sum(2) * places).sum(2) / mass
    y = (pages.sum(3) * places).sum(2) / mass
    dx, dy = x[:, 1] - x[:, 0], y[:, 1] - y[:, 0]
    step = torch.where(dx.abs() > dy.abs(), dx, dy)
    swap = (step < 0) & (mass[:, 1] > 1)
    # A second page of which the first has left the picture is the only one.
    swap |= (mass[:, 0] < 1) & (mass[:, 1] > 1)
    pages = torch.where(swap[:, None, None, None], pages.flip(1), pages)
    return torch.cat([pages, truth[:, 2:]], 1)


def loss_of(logits, truth):
    target = F.avg_pool2d(truth, 2)
    cover = F.binary_cross_entropy_with_logits(logits[:, :2], target[:, :2])
    marks = target[:, 2:].clamp(0, 1)
    lines = F.binary_cross_entropy_with_logits(logits[:, 2:], marks, weight=1 + 6 * marks)
    p = torch.sigmoid(logits[:, :2])
    both = (p * target[:, :2]).sum((2, 3))
    there = target[:, :2].sum((2, 3))
    dice = 1 - (2 * both + 1) / (p.sum((2, 3)) + there + 1)
    # Where there is no page (most photos have no second one) a little doubt is no overlap of nothing.
    dice = dice[there > 1].mean()
    return cover + 0.5 * dice + 0.6 * lines


def share_right(net, held):
    """Mean overlap of the first page, share over 0.9, and of the second where there is one."""
    ious, seconds = [], []
    with torch.no_grad():
        for some in held.split(50):
            truth = in_order(some[:, 3:])
            target = F.avg_pool2d(truth, 2)[:, :2] > 0.5
            found = net((some[:, :3] - 0.5) * 2)[:, :2] > 0
            both = (found & target).float().sum((2, 3))
            either = (found | target).float().sum((2, 3))
            iou = torch.where(either > 20, both / either.clamp(min=1), torch.ones(1))
            ious.append(iou[:, 0])
            seconds.append(iou[:, 1][target[:, 1].sum((1, 2)) > 20])
    iou = torch.cat(ious)
    return iou.mean().item(), (iou > 0.9).float().mean().item(), torch.cat(seconds).mean().item()


CATEGORIES = 20


def halves(records):
    """The records of every second category, some of them held back, and all of the other categories."""
    of_category = torch.arange(len(records)) % CATEGORIES
    seen, unseen = records[of_category % 2 == 0], records[of_category % 2 == 1]
    return seen[:-100], seen[-100:], unseen


def small(some):
    """Records as shares 0 to 1 at the net's size."""
    return torch.cat([F.interpolate(part.permute(0, 3, 1, 2).float() / 255, size=NET_SIDE, mode="area") for part in some.split(50)])


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", nargs="+", required=True)
    parser.add_argument("--out")
    parser.add_argument("--half", action="store_true", help="learn from half of the categories, look at the others")
    parser.add_argument("--minutes", type=float, default=60)
    parser.add_argument("--start", help="a state to go on from, or the weights as they were written")
    parser.add_argument("--rate", type=float, default=2e-3)
    parser.add_argument("--threads", type=int, default=1)
    options = parser.parse_args()
    torch.set_num_threads(options.threads)
    torch.manual_seed(1)
    rng = np.random.default_rng(1)
    records = torch.from_numpy(read(options.data))
    unseen = None
    if options.half:
        records, held, unseen = halves(records)
        unseen = small(unseen)
    else:
        order = torch.tensor(rng.permutation(len(records)))
        records, held = records[order[200:]], records[order[:200]]
    held = small(held)
    net = SheetNet().to(memory_format=torch.channels_last)
    print(sum(p.numel() for p in net.parameters()), "weights,", len(records), "records", flush=True)
    if options.start and options.start.endswith(".ts"):
        load(net, options.start)
        print("before", share_right(net, held), flush=True)
    elif options.start:
        net.load_state_dict(torch.load(options.start))
    steady = torch.optim.swa_utils.AveragedModel(net, avg_fn=lambda old, new, _: 0.995 * old + 0.005 * new)
    optimizer = torch.optim.AdamW(net.parameters(), lr=options.rate, weight_decay=1e-4)
    began = time.time()
    step = 0
    pick = lambda n: records[torch.tensor(rng.integers(0, len(records), n))].permute(0, 3, 1, 2)
    while True:
        share = (time.time() - began) / (options.minutes * 60)
        if share >= 1:
            break
        for group in optimizer.param_groups:
            group["lr"] = options.rate * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        colours, truth = augment(pick(16).float() / 255, pick(16), rng)
        loss = loss_of(net(((colours - 0.5) * 2).contiguous(memory_format=torch.channels_last)), truth)
        optimizer.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(net.parameters(), 1.0)
        optimizer.step()
        steady.update_parameters(net)
        step += 1
        if step % 250 == 0:
            print(f"{step} {time.time() - began:.0f} s loss {loss.item():.4f} held back {share_right(steady.module, held)}", flush=True)
            if options.out:
                torch.save(steady.module.state_dict(), options.out + ".state")
    print("held back (mean overlap, share over 0.9, second page)", share_right(steady.module, held))
    if unseen is not None:
        print("categories never seen", share_right(steady.module, unseen))
        return
    torch.save(steady.module.state_dict(), options.out + ".state")
    save(steady.module, options.out, "sheet", "train_sheet_net.py")


main()
