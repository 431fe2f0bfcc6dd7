"""Crops of made-up pages as a camera would have them, with what is what on them; for train_ink_net.py.

A page's parts come from drawInkSet.ts (flat, 200 dots an inch, covered shares): what is written, printed, ruled and
highlighted. All else is put together here by chance, crop by crop: how dark each part is, grain, light, what shows
through from the back, holes, desk, pictures, lens and noise.
"""

import glob

import cv2
import numpy as np

SIDE = 448
"""Pixels a side of a crop on the page; the net sees half of it each way."""


BANK = np.random.default_rng(7).normal(0, 1, (3, 1024, 1024)).astype(np.float32)
YS, XS = np.mgrid[0:SIDE, 0:SIDE].astype(np.float32)


def white_noise(rng):
    """A plane of noise from a bank of it: drawing it anew each time takes longer than all else."""
    y, x = rng.integers(0, 1024 - SIDE, 2)
    plane = BANK[rng.integers(3), y : y + SIDE, x : x + SIDE]
    return plane[::-1] if rng.random() < 0.5 else plane


def read_sheets(folder, keep=lambda paper: True):
    """The parts of all sheets whose paper is kept: written or printed, rules, highlighter; [height, width, 3] bytes each."""
    files = sorted(glob.glob(f"{folder}/*.parts.png"), key=lambda name: int(name.split("sheet-")[1].split("-")[0]))
    sheets = []
    for file in files:
        if not keep(file.split("-")[-1].split(".")[0]):
            continue
        blue, green, red, alpha = cv2.split(cv2.imread(file, cv2.IMREAD_UNCHANGED))
        sheets.append(np.dstack([np.maximum(red, green), blue, alpha]))
    return sheets


def smooth_noise(rng, size, cell):
    """Values about 0, deviation about 1, that change over `cell` pixels."""
    n = max(2, int(np.ceil(size / cell)) + 2)
    small = rng.normal(0, 1, (n, n)).astype(np.float32)
    return cv2.resize(small, (size, size), interpolation=cv2.INTER_CUBIC)


def blurred(plane, sigma):
    return plane if sigma < 0.3 else cv2.GaussianBlur(plane, (0, 0), sigma)


def cut(rng, sheet, quarters=0):
    """A piece of a sheet, a little larger or smaller, turned by quarters, never mirrored: [SIDE, SIDE, 3] shares."""
    scale = np.exp(rng.normal(0, 0.18))
    side = min(int(SIDE / scale), *sheet.shape[:2])
    for _ in range(4):
        y = rng.integers(0, sheet.shape[0] - side + 1)
        x = rng.integers(0, sheet.shape[1] - side + 1)
        piece = sheet[y : y + side, x : x + side]
        # Crops with nothing on them teach little.
        if piece[:, :, 0].mean() > 2 or rng.random() < 0.12:
            break
    piece = cv2.resize(piece, (SIDE, SIDE), interpolation=cv2.INTER_AREA if side > SIDE else cv2.INTER_LINEAR)
    piece = np.rot90(piece, quarters)
    # A flat page is never quite flat: its lines run a little askew, and bend.
    if rng.random() < 0.7:
        bend = smooth_noise(rng, SIDE, 300) * np.float32(rng.uniform(0, 3))
        askew = np.float32(rng.normal(0, 0.008))
        piece = cv2.remap(
            np.ascontiguousarray(piece), XS + askew * (YS - SIDE / 2), YS + bend + askew * (SIDE / 2 - XS), cv2.INTER_LINEAR, borderMode=cv2.BORDER_REFLECT
        )
    return piece.astype(np.float32) / 255


def pen(rng):
    """How much of red, green and blue light a pen takes, 0 to 1, and whether it is graphite."""
    kind = rng.choice(["pencil", "faint", "pen", "colour"], p=[0.22, 0.28, 0.38, 0.12])
    if kind == "pencil":
        return np.full(3, rng.uniform(0.2, 0.65)) + rng.normal(0, 0.01, 3), True
    if kind == "faint":
        return np.full(3, rng.uniform(0.05, 0.28)) + rng.normal(0, 0.006, 3), rng.random() < 0.8
    if kind == "pen":
        dark = rng.uniform(0.55, 0.95)
        blue = rng.uniform(0, 0.5) if rng.random() < 0.6 else 0
        return dark * np.array([1, 1 - 0.3 * blue, 1 - blue]), False
    return rng.uniform(0.15, 0.95, 3), False


def stroke_texture(rng, graphite):
    if graphite:
        grain = blurred(white_noise(rng), rng.uniform(0, 0.9))
        grain = grain / (grain.std() + 1e-6)
        return np.clip(1 - rng.uniform(0.05, 0.5) * np.clip(grain + rng.uniform(-0.5, 1), 0, 2), 0.05, 1)
    if rng.random() < 0.25:
        # A ballpoint skips.
        skips = smooth_noise(rng, SIDE, rng.uniform(4, 14))
        return np.clip(1.1 - rng.uniform(0.2, 0.9) * np.clip(skips, 0, 1), 0.1, 1)
    return np.ones((SIDE, SIDE), np.float32)


def lay(colour, cover, takes):
    """Darkens what a thing covers."""
    return colour * (1 - cover[:, :, None] * np.asarray(takes, np.float32)[None, None])


def half_plane(rng, soft):
    angle = rng.uniform(0, 2 * np.pi)
    at = (XS - SIDE / 2) * np.float32(np.cos(angle)) + (YS - SIDE / 2) * np.float32(np.sin(angle))
    return np.clip((at - np.float32(rng.uniform(-0.5, 0.5) * SIDE)) / np.float32(soft) + 0.5, 0, 1)


def picture(rng):
    """Something printed with tones: a photograph, a shaded drawing."""
    base = 0.5 + 0.25 * smooth_noise(rng, SIDE, rng.uniform(20, 120)) + 0.1 * smooth_noise(rng, SIDE, rng.uniform(4, 20))
    if rng.random() < 0.5:
        base = np.where(base > np.median(base), base, base * rng.uniform(0.3, 0.9))
    tone = rng.uniform(0.4, 1, 3) if rng.random() < 0.5 else np.ones(3)
    return np.clip(base, 0.05, 0.95)[:, :, None] * tone[None, None]


def hatching(rng):
    """Lines close to each other, or a printed grid with black fields: strokes that must not break."""
    cover = np.zeros((SIDE, SIDE), np.float32)
    thick = int(rng.integers(2, 5))
    x0, y0 = rng.integers(0, SIDE // 2, 2)
    w, h = rng.integers(80, 300, 2)
    if rng.random() < 0.5:
        step = int(rng.integers(6, 16))
        lean = rng.uniform(-1, 1)
        for x in range(x0, x0 + w, step):
            cv2.line(cover, (x, y0), (int(x + lean * h), y0 + h), 1.0, thick - 1 or 1, cv2.LINE_AA)
    else:
        step = int(rng.integers(24, 60))
        for k in range(0, max(w, h) // step * step + 1, step):
            cv2.line(cover, (x0, y0 + k), (x0 + max(w, h) // step * step, y0 + k), 1.0, thick)
            cv2.line(cover, (x0 + k, y0), (x0 + k, y0 + max(w, h) // step * step), 1.0, thick)
        for _ in range(int(rng.integers(0, 8))):
            i, j = rng.integers(0, max(1, max(w, h) // step), 2)
            cv2.rectangle(cover, (x0 + i * step, y0 + j * step), (x0 + (i + 1) * step, y0 + (j + 1) * step), 1.0, -1)
    return cover


def ruled_lines(rng, rules):
    """Lines drawn with a ruler where the printed ones run, as an axis on squared paper is, with ticks across."""
    cover = np.zeros((SIDE, SIDE), np.float32)
    thick = int(rng.integers(2, 5))
    for across in (False, True) if rng.random() < 0.7 else (bool(rng.random() < 0.5),):
        strength = rules.mean(0 if across else 1)
        lines = np.flatnonzero(strength > 0.6 * strength.max())
        at = int(lines[rng.integers(len(lines))] + rng.normal(0, 1.2))
        start, end = sorted(rng.integers(0, SIDE, 2))
        ends = [(start, at), (end, at + int(rng.normal(0, 1)))]
        ticks = [[(t, at - 7), (t, at + 7)] for t in range(start, end, int(rng.integers(18, 60)))] if rng.random() < 0.6 else []
        for one, other in [ends, *ticks]:
            turned = [(y, x) if across else (x, y) for x, y in (one, other)]
            cv2.line(cover, tuple(int(v) for v in turned[0]), tuple(int(v) for v in turned[1]), 1.0, thick, cv2.LINE_AA)
    return np.clip(cover, 0, 1)


def dense_print(rng):
    """Close lines of small print, as in a book or a newspaper."""
    cover = np.zeros((SIDE, SIDE), np.uint8)
    font = int(rng.choice([cv2.FONT_HERSHEY_SIMPLEX, cv2.FONT_HERSHEY_DUPLEX, cv2.FONT_HERSHEY_COMPLEX, cv2.FONT_HERSHEY_TRIPLEX]))
    size = rng.uniform(0.45, 1.1)
    gap = int(size * rng.uniform(30, 46))
    letters = "etaoinshrdlucmfwypvbgk ETAOIN.,;0123456789"
    left = int(rng.integers(-10, SIDE // 3))
    for y in range(int(rng.integers(5, 30)), SIDE + gap, gap):
        if rng.random() < 0.1:
            continue
        words = " ".join("".join(rng.choice(list(letters), rng.integers(2, 9))) for _ in range(9))
        cv2.putText(cover, words, (left, y), font, size, 255, int(rng.integers(1, 3)), cv2.LINE_AA)
    return cover.astype(np.float32) / 255


def screen(rng):
    """A screen's red, green and blue beside each other and the dark lines between, as a camera's pixels see them: [SIDE, SIDE, 3]."""
    scale = rng.uniform(1, 2)
    side = int(SIDE * scale) + 40
    pitch = rng.uniform(1.7, 5)
    places = np.arange(side) / pitch % 1
    lines = np.where(places < rng.uniform(0.15, 0.35), 1 - rng.uniform(0.03, 0.2), 1)
    part = np.floor(places * 3)
    dim = 1 - rng.uniform(0.02, 0.16)
    columns = np.stack([np.where(part == c, 1, dim) for c in range(3)], 1)
    seen = blurred((lines[:, None, None] * columns[None]).astype(np.float32), rng.uniform(0, 1.4))
    turn = cv2.getRotationMatrix2D((side / 2, side / 2), rng.normal(0, 2.5), 1 / scale)
    turn[:, 2] += SIDE / 2 - side / 2
    how = cv2.INTER_AREA if rng.random() < 0.3 else cv2.INTER_LINEAR
    seen = cv2.warpAffine(seen, turn, (SIDE, SIDE), flags=how, borderMode=cv2.BORDER_REFLECT)
    # The paper's brightness is measured with the pattern on it.
    return seen / np.quantile(seen, 0.7, axis=(0, 1))


def back_strength(rng, takes):
    """How much darker the paper is where the back shows through, for a front that takes so much light."""
    own = float(np.max(takes))
    kind = rng.random()
    # The same pen on both sides is paler from behind, with faint pencil hardly: then only its softness and its mirrored letters tell.
    if kind < 0.5:
        return min(rng.uniform(0.03, 0.3), rng.uniform(0.1, 0.5) * own)
    if kind < 0.75:
        return min(0.3, rng.uniform(0.5, 1.4) * own)
    return rng.uniform(0.03, 0.24)


def pixels_of_photo(rng, seen, noise):
    """Noise, the phone's own smoothing and sharpening, and JPEG, at the photo's own resolution: 100 to 330 dots an inch."""
    finer = rng.choice([1, rng.uniform(0.5, 1), rng.uniform(1, 1.65)], p=[0.6, 0.28, 0.12])
    side = int(SIDE * finer)
    if side != SIDE:
        seen = cv2.resize(seen, (side, side), interpolation=cv2.INTER_AREA if finer < 1 else cv2.INTER_LINEAR)
    noises = [np.tile(white_noise(rng), (2, 2))[:side, :side] for _ in range(4)]
    grain = 0.8 * noises[0][:, :, None] + 0.5 * np.dstack(noises[1:])
    seen = seen * 255 + blurred(grain * np.float32(noise), rng.choice([0, 0.5, 0.7])) * 1.2
    if rng.random() < 0.15:
        seen = cv2.medianBlur(np.clip(seen, 0, 255).astype(np.uint8), 3).astype(np.float32)
    if rng.random() < 0.3:
        seen = seen + rng.uniform(0.2, 1.1) * (seen - blurred(seen, rng.uniform(1, 2)))
    seen = np.clip(seen, 0, 255).astype(np.uint8)
    if rng.random() < 0.85:
        _, packed = cv2.imencode(".jpg", seen, [cv2.IMWRITE_JPEG_QUALITY, int(rng.integers(55, 95))])
        seen = cv2.imdecode(packed, cv2.IMREAD_COLOR)
    if side != SIDE:
        seen = cv2.resize(seen, (SIDE, SIDE), interpolation=cv2.INTER_LINEAR if finer < 1 else cv2.INTER_AREA)
    return seen


def make_crop(rng, sheets):
    """@returns the net's input [3, SIDE / 2, SIDE / 2], and shares of ink, rules, tones, unwanted [4, SIDE / 2, SIDE / 2]"""
    quarters = rng.choice(4, p=[0.7, 0.1, 0.1, 0.1])
    piece = cut(rng, sheets[rng.integers(len(sheets))], quarters)
    ink, rules, tint = piece[:, :, 0], piece[:, :, 1], piece[:, :, 2]
    if rng.random() < 0.09:
        ink = dense_print(rng)
    if rng.random() < 0.25:
        # Ruled paper of any kind goes with writing of any kind.
        rules = cut(rng, sheets[rng.integers(len(sheets))], quarters)[:, :, 1]
    if rng.random() < 0.12 and rules.mean() > 0.004:
        ink = np.maximum(ink, ruled_lines(rng, rules))
    paper = np.clip(rng.uniform(0.78, 1) - np.abs(rng.normal(0, 0.06, 3)), 0.55, 1).astype(np.float32)
    colour = np.ones((SIDE, SIDE, 3), np.float32) * paper
    fibre = rng.uniform(0, 0.012) if rng.random() < 0.6 else rng.uniform(0.012, 0.035)
    colour *= 1 + fibre * (0.7 * smooth_noise(rng, SIDE, rng.uniform(1.5, 4)) + 0.5 * smooth_noise(rng, SIDE, 12))[:, :, None]
    unwanted = np.zeros((SIDE, SIDE), np.float32)
    tones = np.zeros((SIDE, SIDE), np.float32)

    takes, graphite = pen(rng)
    if rng.random() < 0.5:
        # Mirrored; the sheet was turned over about its long side or its short one.
        back = np.rot90(cut(rng, sheets[rng.integers(len(sheets))], rng.choice([0, 2]))[:, ::-1], quarters)
        shows = blurred(np.ascontiguousarray(np.maximum(back[:, :, 0], 0.3 * back[:, :, 1])), rng.uniform(1, 2.8))
        through = back_strength(rng, takes)
        colour = lay(colour, shows, through * (1 + rng.normal(0, 0.1, 3)))
        unwanted = np.maximum(unwanted, np.clip(shows * 2, 0, 1))
    if rng.random() < 0.08:
        cover = np.clip(3 * smooth_noise(rng, SIDE, rng.uniform(40, 150)) - rng.uniform(0, 3), 0, 1)
        colour = lay(colour, cover, rng.uniform(0.02, 0.15) * rng.uniform(0.4, 1.6, 3))
        unwanted = np.maximum(unwanted, cover)

    if rng.random() < 0.1 and rules.max() > 0:
        rule = np.full(3, rng.uniform(0.5, 0.8))
    else:
        rule = rng.uniform(0.05, 0.5) * (1 + rng.normal(0, 0.22, 3))
    colour = lay(colour, rules, np.clip(rule, 0.02, 0.9))

    if rng.random() < 0.08:
        tinted = np.zeros((SIDE, SIDE), np.float32)
        for _ in range(int(rng.integers(1, 4))):
            y, x = rng.integers(0, SIDE, 2)
            cv2.line(tinted, (int(x), int(y)), (int(x + rng.integers(60, 300)), int(y + rng.normal(0, 4))), 1.0, int(rng.integers(18, 44)))
        tint = np.maximum(tint, tinted)
    if tint.max() > 0:
        marker = rng.permutation([rng.uniform(0, 0.1), rng.uniform(0, 0.3), rng.uniform(0.3, 0.9)])
        colour = lay(colour, tint, marker)
        tones = np.maximum(tones, tint)
    if rng.random() < 0.07:
        area = np.zeros((SIDE, SIDE), np.float32)
        x, y = rng.integers(-60, SIDE - 60, 2)
        w, h = rng.integers(60, 360, 2)
        cv2.rectangle(area, (int(x), int(y)), (int(x + w), int(y + h)), 1.0, -1)
        if rng.random() < 0.4:
            area = np.clip(3 * blurred(area, 20) + smooth_noise(rng, SIDE, 40) - 1.5, 0, 1)
        colour = colour * (1 - area[:, :, None]) + picture(rng) * paper * area[:, :, None]
        tones = np.maximum(tones, area)
        rules, unwanted = rules * (1 - area), unwanted * (1 - area)
    strokes = stroke_texture(rng, graphite)
    if rng.random() < 0.3:
        other, other_graphite = pen(rng)
        where = half_plane(rng, 3)
        written = lay(colour, ink * strokes * (1 - where), np.clip(takes, 0.03, 0.97))
        colour = lay(written, ink * stroke_texture(rng, other_graphite) * where, np.clip(other, 0.03, 0.97))
    else:
        pressure = np.clip(1 + 0.25 * smooth_noise(rng, SIDE, 60), 0.4, 1.3)
        colour = lay(colour, np.clip(ink * strokes * pressure, 0, 1), np.clip(takes, 0.03, 0.97))
    if rng.random() < 0.1:
        hatch = hatching(rng)
        if rng.random() < 0.6:
            colour = lay(colour, hatch, np.full(3, rng.uniform(0.6, 0.95)))
        else:
            hatched, is_graphite = pen(rng)
            colour = lay(colour, hatch * stroke_texture(rng, is_graphite), np.clip(hatched, 0.03, 0.97))
        ink = np.maximum(ink, hatch)

    desk = rng.uniform(0.03, 0.95) * rng.uniform(0.6, 1, 3)
    off = np.zeros((SIDE, SIDE), np.float32)
    if rng.random() < 0.1:
        for _ in range(int(rng.integers(1, 3))):
            cv2.circle(off, tuple(int(v) for v in rng.integers(0, SIDE, 2)), int(rng.integers(16, 30)), 1.0, -1, cv2.LINE_AA)
    if rng.random() < 0.08:
        edge = rng.uniform(2, 40) + rng.normal(0, 0.02) * YS
        off = np.maximum(off, np.rot90((XS < edge).astype(np.float32), rng.integers(4)))
    if off.max() > 0:
        rim = blurred(off, rng.uniform(1, 5)) * rng.uniform(0, 0.4)
        colour *= (1 - rim)[:, :, None]
        there = (desk * (1 + 0.1 * smooth_noise(rng, SIDE, 6)[:, :, None])).astype(np.float32)
        colour = colour * (1 - off[:, :, None]) + there * off[:, :, None]
        near = cv2.dilate(off, np.ones((5, 5)))
        unwanted = np.maximum(unwanted, near)
        ink, rules, tones = ink * (1 - off), rules * (1 - off), tones * (1 - off)

    light = np.exp(0.1 * smooth_noise(rng, SIDE, 500))
    soft = np.ones((SIDE, SIDE), np.float32)
    for _ in range(rng.choice([0, 0, 0, 1, 1, 2])):
        band = 1 - np.float32(rng.uniform(0.05, 0.5)) * half_plane(rng, rng.uniform(4, 120))
        soft = soft * band
    if rng.random() < 0.25:
        # Creases of paper that was crumpled or folded.
        for _ in range(int(rng.integers(1, 8))):
            angle, at = rng.uniform(0, np.pi), rng.uniform(-0.5, 0.5) * SIDE
            away = (XS - SIDE / 2) * np.float32(np.cos(angle)) + (YS - SIDE / 2) * np.float32(np.sin(angle)) - np.float32(at)
            soft = soft * (1 + np.float32(rng.uniform(0.02, 0.14)) * np.sign(away) * np.exp(-np.abs(away) / np.float32(np.exp(rng.uniform(1.4, 6)))))
    level = rng.uniform(0.5, 1) if rng.random() < 0.7 else rng.uniform(0.15, 0.5)
    tinted_light = np.array([1, 1, 1]) - np.array([0.3, 0.08, 0]) * rng.uniform(0, 0.8)
    tinted_light = tinted_light.astype(np.float32)
    lit = colour.astype(np.float32) * (light * soft * np.float32(level))[:, :, None] * tinted_light

    if rng.random() < 0.12:
        lit = lit * screen(rng)
    sigma = rng.choice([rng.uniform(0.4, 1.1), rng.uniform(0.8, 2), rng.uniform(1.5, 3.2)], p=[0.5, 0.38, 0.12])
    seen = blurred(lit.astype(np.float32), sigma)
    if rng.random() < 0.08:
        length = int(rng.integers(3, 9))
        kernel = np.zeros((9, 9), np.float32)
        angle = rng.uniform(0, np.pi)
        for t in np.linspace(-length / 2, length / 2, 24):
            kernel[int(round(4 + t * np.sin(angle) / 1.01)), int(round(4 + t * np.cos(angle) / 1.01))] += 1
        seen = cv2.filter2D(seen, -1, kernel / kernel.sum())
    noise = np.abs(rng.normal(0, 2.2)) + (rng.uniform(2, 11) if level < 0.5 else 0.4)
    seen = pixels_of_photo(rng, seen, noise)

    # The paper as the page's own map knows it: smooth between cells, and a little off.
    ground = (light * level)[:, :, None] * (tinted_light * paper) * blurred(soft, rng.uniform(8, 16))[:, :, None] * 255
    ground = ground * (1 + 0.012 * smooth_noise(rng, SIDE, 40) + np.float32(rng.normal(0, 0.01)))[:, :, None]
    share = seen.astype(np.float32) / np.maximum(1, ground).astype(np.float32)
    share = cv2.resize(share, (SIDE // 2, SIDE // 2), interpolation=cv2.INTER_AREA)
    truth = np.stack([ink, rules, tones, unwanted * (1 - ink)])
    truth = np.stack([cv2.resize(plane, (SIDE // 2, SIDE // 2), interpolation=cv2.INTER_AREA) for plane in truth])
    truth[:2] = np.clip(truth[:2] * 1.6, 0, 1)
    return features(share), truth.astype(np.float32)


def features(share):
    """What core/src/clean/inkNet.ts makes of a page over its paper: bends that show faint things."""
    red, green, blue = share[:, :, 0], share[:, :, 1], share[:, :, 2]
    dark = 1 - (0.3 * red + 0.59 * green + 0.11 * blue)
    warm = red - blue
    leaf = green - 0.5 * (red + blue)
    bend = lambda value, knee: value / (np.abs(value) + knee)
    return np.stack([bend(dark, 0.12), bend(warm, 0.12), bend(leaf, 0.12)]).astype(np.float32)
