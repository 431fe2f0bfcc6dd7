"""Trains core's ink net (core/src/clean/inkNet.ts) on crops that ink_crops.py makes of drawInkSet.ts's sheets.

    node --import tsx measure/src/train/drawInkSet.ts --count 400 --out out/inkset
    python measure/src/train/train_ink_net.py --data out/inkset --out core/src/clean/inkNetWeights.ts --minutes 40

--half learns from lined and plain paper only and is scored on squared and dotted paper and worksheets.
Needs torch, numpy and opencv-python-headless.
"""

import argparse
import multiprocessing
import time

import cv2
import numpy as np
import torch
from torch import nn
from torch.nn import functional as F

from ink_crops import make_crop, read_sheets
from net_weights import read_values, write_values

CHANNELS = dict(a=16, d=32, f=64, h=96, q=16)
CLASSES = 4
HALF = ("lined", "plain")
BATCH = 16
"""On one thread torch runs 1 x 1 convolutions of fewer pictures five times more slowly."""
KEPT = 300
"""Batches that are looked at again."""


class Separable(nn.Module):
    """A 3 x 3 convolution a channel, then one that mixes the channels; cut off below zero."""

    def __init__(self, inputs, outputs, stride=1):
        super().__init__()
        self.each = nn.Conv2d(inputs, inputs, 3, stride, 1, groups=inputs, bias=False)
        self.mix = nn.Conv2d(inputs, outputs, 1, bias=False)
        self.norm = nn.BatchNorm2d(outputs)

    def forward(self, x):
        return F.relu(self.norm(self.mix(self.each(x))))

    def folded(self):
        scale = self.norm.weight / torch.sqrt(self.norm.running_var + self.norm.eps)
        mix = self.mix.weight * scale[:, None, None, None]
        return [self.each.weight, mix, self.norm.bias - self.norm.running_mean * scale]


class Full(nn.Module):
    def __init__(self, inputs, outputs, side, stride=1, rectify=True):
        super().__init__()
        self.mix = nn.Conv2d(inputs, outputs, side, stride, side // 2, bias=False)
        self.norm = nn.BatchNorm2d(outputs)
        self.rectify = rectify

    def forward(self, x):
        x = self.norm(self.mix(x))
        return F.relu(x) if self.rectify else x

    def folded(self):
        scale = self.norm.weight / torch.sqrt(self.norm.running_var + self.norm.eps)
        return [self.mix.weight * scale[:, None, None, None], self.norm.bias - self.norm.running_mean * scale]


class InkNet(nn.Module):
    """See core/src/clean/inkNet.ts."""

    def __init__(self, channels=CHANNELS):
        super().__init__()
        a, d, f, h, q = (channels[k] for k in "adfhq")
        self.layers = nn.ModuleDict(
            dict(
                a=Full(3, a, 3, 2),
                b=Separable(a, a),
                c=Separable(a, d, 2),
                d=Separable(d, d),
                e=Separable(d, f, 2),
                f=Separable(f, f),
                g=Separable(f, h, 2),
                h=Separable(h, h),
                i=Separable(h, h),
                j=Full(h, f, 1),
                k=Separable(f, f),
                l=Full(f, d, 1),
                m=Separable(d, d),
                n=Full(d, a, 1),
                o=Separable(a, q),
            )
        )
        self.last = nn.Conv2d(q, CLASSES * 4, 1)

    def forward(self, x):
        layer = self.layers
        b = layer.b(layer.a(x))
        d = layer.d(layer.c(b))
        f = layer.f(layer.e(d))
        i = layer.i(layer.h(layer.g(f)))
        up = lambda t: F.interpolate(t, scale_factor=2, mode="nearest")
        k = layer.k(up(layer.j(i)) + f)
        m = layer.m(up(layer.l(k)) + d)
        o = layer.o(up(layer.n(m)) + b)
        return F.pixel_shuffle(self.last(o), 2)


WEIGHT = torch.tensor([2.0, 1.0, 1.0, 1.0])[None, :, None, None]


def loss_of(logits, truth):
    each = F.binary_cross_entropy_with_logits(logits, truth, reduction="none")
    return (each * (1 + truth * (WEIGHT - 1) * 1.0) * torch.tensor([1.6, 1, 0.5, 0.8])[None, :, None, None]).mean()


def produce(sheets, seed, queue):
    rng = np.random.default_rng(seed)
    torch.set_num_threads(1)
    cv2.setNumThreads(1)
    while True:
        made = [make_crop(rng, sheets) for _ in range(BATCH)]
        queue.put((np.stack([m[0] for m in made]), np.stack([m[1] for m in made])))


def scores(net, held):
    """The loss, and precision and recall of ink, rules, tones and what is unwanted: a pixel's cover and more, at even odds."""
    net.eval()
    inputs, truth = held
    with torch.no_grad():
        logits = torch.cat([net(inputs[k : k + 20]) for k in range(0, len(inputs), 20)])
    net.train()
    found = logits > 0
    wanted = truth > 0.6
    some = truth > 0.08
    out = [f"loss {loss_of(logits, truth).item():.5f}"]
    for c in range(CLASSES):
        f, w, s = found[:, c], wanted[:, c], some[:, c]
        out.append(f"{((f & s).sum() / f.sum().clamp(min=1)).item():.4f}/{((f & w).sum() / w.sum().clamp(min=1)).item():.4f}")
    return " ".join(out)


def write(net, path):
    parts = [part for layer in net.layers.values() for part in layer.folded()]
    write_values([*parts, net.last.weight, net.last.bias], path, "ink", "train_ink_net.py")


def read_shipped(net, path, inputs):
    """Takes the weights that write() wrote; the norms are set by what the layers make of `inputs`, so that nothing changes."""
    values = read_values(path)
    at = 0

    def take(like):
        nonlocal at
        piece = values[at : at + like.numel()].view_as(like)
        at += like.numel()
        return piece

    biases = {}
    with torch.no_grad():
        for layer in net.layers.values():
            if isinstance(layer, Separable):
                layer.each.weight.copy_(take(layer.each.weight))
            layer.mix.weight.copy_(take(layer.mix.weight))
            biases[layer.norm] = take(layer.norm.bias)
        net.last.weight.copy_(take(net.last.weight))
        net.last.bias.copy_(take(net.last.bias))

    def settle(norm, given):
        x = given[0]
        mean, variance = x.mean((0, 2, 3)), x.var((0, 2, 3), unbiased=False)
        norm.running_mean.copy_(mean)
        norm.running_var.copy_(variance)
        norm.weight.copy_(torch.sqrt(variance + norm.eps))
        norm.bias.copy_(biases[norm] + mean)

    hooks = [layer.norm.register_forward_pre_hook(settle) for layer in net.layers.values()]
    net.eval()
    with torch.no_grad():
        net(inputs)
    for hook in hooks:
        hook.remove()
    net.train()


def widen(net, narrow):
    """Gives a net what a narrower one knows. What is new is not listened to yet: both say the same at first."""
    with torch.no_grad():
        for name, layer in narrow.layers.items():
            wide = net.layers[name]
            outputs, inputs = layer.mix.weight.shape[:2]
            if isinstance(layer, Separable):
                wide.each.weight[:inputs] = layer.each.weight
            wide.mix.weight[:outputs] = 0
            wide.mix.weight[:outputs, :inputs] = layer.mix.weight
            for part in ("weight", "bias", "running_mean", "running_var"):
                getattr(wide.norm, part)[:outputs] = getattr(layer.norm, part)
        net.last.weight[:] = 0
        net.last.weight[:, : narrow.last.weight.shape[1]] = narrow.last.weight
        net.last.bias.copy_(narrow.last.bias)


def mix(net, before, share, inputs):
    """Keeps a share of the weights before, which know what the new crops say little of; the norms are measured anew."""
    with torch.no_grad():
        for name, value in net.state_dict().items():
            if value.is_floating_point():
                value.mul_(1 - share).add_(before[name], alpha=share)
        for norm in net.modules():
            if isinstance(norm, nn.BatchNorm2d):
                norm.momentum = None
                norm.reset_running_stats()
        net.train()
        for batch in inputs:
            net(batch)


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("--data", required=True)
    parser.add_argument("--out", required=True)
    parser.add_argument("--half", action="store_true")
    parser.add_argument("--minutes", type=float, default=40)
    parser.add_argument("--start", help="a state to go on from, or the weights as they were written")
    parser.add_argument("--narrow", help="channels of a, d, f, h and q of the weights to start from, where they are fewer than now")
    parser.add_argument("--keep", type=float, default=0, help="the share that the weights before have in those that are written")
    parser.add_argument("--rate", type=float, default=4e-3)
    parser.add_argument("--seed", type=int, default=1)
    options = parser.parse_args()
    torch.set_num_threads(1)
    torch.manual_seed(options.seed)
    if options.half:
        sheets = read_sheets(options.data, lambda paper: paper in HALF)
        held_sheets = read_sheets(options.data, lambda paper: paper not in HALF)
    else:
        everything = read_sheets(options.data)
        cutoff = max(1, len(everything) // 10)
        sheets, held_sheets = everything[cutoff:], everything[:cutoff]
    rng = np.random.default_rng(99)
    held = [make_crop(rng, held_sheets) for _ in range(240)]
    held = tuple(torch.tensor(np.stack([h[k] for h in held])) for k in (0, 1))
    print(len(sheets), "sheets", flush=True)
    queue = multiprocessing.Queue(8)
    workers = [
        multiprocessing.Process(target=produce, args=(sheets, options.seed * 100 + k, queue), daemon=True) for k in range(1)
    ]
    for worker in workers:
        worker.start()
    net = InkNet().to(memory_format=torch.channels_last)
    print(sum(p.numel() for p in net.parameters()), "weights", flush=True)
    if options.start and options.narrow:
        narrow = InkNet(dict(zip("adfhq", map(int, options.narrow.split(",")))))
        read_shipped(narrow, options.start, held[0])
        widen(net, narrow)
    elif options.start and options.start.endswith(".ts"):
        read_shipped(net, options.start, held[0])
    elif options.start:
        net.load_state_dict(torch.load(options.start))
    if options.start:
        print("before", scores(net, held), flush=True)
    before = {name: value.clone() for name, value in net.state_dict().items()}
    optimizer = torch.optim.AdamW(net.parameters(), lr=3e-3, weight_decay=1e-4)
    began = time.time()
    step = 0
    losses = []
    kept = []
    while True:
        share = (time.time() - began) / (options.minutes * 60)
        if share >= 1:
            break
        for group in optimizer.param_groups:
            group["lr"] = options.rate * min(1, step / 100 + 0.01) * 0.5 * (1 + np.cos(np.pi * share))
        # Learning is quicker than drawing: in between, earlier crops are looked at once more, upside down.
        # Never mirrored: that is how the back shows through.
        if not kept or not queue.empty():
            batch = tuple(torch.tensor(t).half() for t in queue.get())
            if len(kept) < KEPT:
                kept.append(batch)
            else:
                kept[rng.integers(KEPT)] = batch
        else:
            batch = tuple(t.flip((-2, -1)) if step % 2 else t for t in kept[rng.integers(len(kept))])
        inputs, truth = (t.float() for t in batch)
        loss = loss_of(net(inputs.contiguous(memory_format=torch.channels_last)), truth)
        optimizer.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(net.parameters(), 1.0)
        optimizer.step()
        losses.append(loss.item())
        step += 1
        if step % 200 == 0:
            print(f"{step} {time.time() - began:.0f} s learned {np.mean(losses[-200:]):.4f} held {scores(net, held)}", flush=True)
            torch.save(net.state_dict(), options.out + ".state")
    if options.keep:
        print("alone", scores(net, held), flush=True)
        mix(net, before, options.keep, [batch[0].float() for batch in kept[:12]])
    print("at the end", scores(net, held))
    net.eval()
    torch.save(net.state_dict(), options.out + ".state")
    write(net, options.out)


if __name__ == "__main__":
    main()
