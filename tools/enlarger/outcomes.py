"""What every way of enlarging makes of damaged pieces whose truth is known: outcomes-MIX-PART.npz, to learn choosing from.

Usage: outcomes.py PATCHES general|light COUNT [PART OF]; PATCHES holds what kinds.py cut. The networks are those that ship. Some 0.15 s
for each of COUNT pieces; parts, which may be made side by side, begin at 0.
"""
import math
import os
import subprocess
import sys
from collections import namedtuple

import numpy as np
from PIL import Image, ImageFilter

from damage import jpeg, smaller
from evidence import SIDE
from kinds import KINDS

EDGE = 8  # px of the result that aren't compared: pieces are cut out of pictures
# Each way that repairs with the one for clean pictures that makes up its rest.
CLEAN = ('faithful', 'drawn')
REPAIRS = {'mending': 'faithful', 'denoised': 'faithful', 'focused': 'faithful', 'redrawn': 'drawn'}
WAYS = ('faithful', 'drawn', *(name + half for name in REPAIRS for half in ('-half', '')))
LUMA = np.array([.299, .587, .114], np.float32)

# How pieces are mixed: the seed; the share of pieces that are made as the general mix has them; shares of the kinds; that of photographs
# that are as a camera left them; then how often and how far they are blurred (px), noisy (levels, at most) and saved (quality, at least).
Mix = namedtuple('Mix', 'seed general kinds soft blurred blur noisy noise saved quality')
MIXES = {
    'general': Mix(13, 1, (.36, .27, .17, .15, .05), 0, .28, (.25, 2), .35, 21, .5, 15),
    # Photographs and paintings, hardly damaged: what is hardest to tell.
    'light': Mix(21, .4, (.62, .28, .05, .04, .01), .5, .36, (.3, 1.3), .28, 16, .42, 35),
}


def noised(pixels, levels, chance):
    x = pixels.astype(np.float32)
    grey = chance.standard_normal(x.shape[:2] + (1,), dtype=np.float32)
    coloured = chance.standard_normal(x.shape, dtype=np.float32)
    share = chance.choice([0, 0, chance.random(), 1])
    grain = grey * math.sqrt(share) + coloured * math.sqrt(1 - share)
    if chance.random() < .25:
        # More in the lights than in the darks, as sensors have it.
        grain = grain * np.sqrt(.25 + x.mean(2, keepdims=True) / 170)
    return np.clip(x + levels * grain, 0, 255).round().astype(np.uint8)


class Pieces:
    def __init__(self, folder):
        self.sets = [np.load(os.path.join(folder, 'kind-%s.npy' % name), mmap_mode='r') for name in (*KINDS, 'soft')]

    def one(self, mix, chance):
        """A damaged piece, the truth at twice its size, its kind, and whether it was soft before it was made small."""
        if mix.general < 1 and chance.random() < mix.general:
            mix = MIXES['general']
        kind = int(chance.choice(len(KINDS), p=mix.kinds))
        pieces = self.sets[len(KINDS) if kind == 0 and mix.soft and chance.random() < mix.soft else kind]
        sharp = np.rot90(pieces[chance.integers(len(pieces))], chance.integers(4))
        if chance.random() < .5:
            sharp = sharp[:, ::-1]
        if chance.random() < .1:
            sharp = sharp[..., chance.permutation(3)]
        if kind and chance.random() < .1:
            sharp = 255 - sharp
        sharp = np.ascontiguousarray(sharp)
        was_soft = kind < 2 and chance.random() < .12
        if was_soft:
            # Soft before it was made small: nothing to focus, though it looks as if there were.
            sharp = np.asarray(Image.fromarray(sharp).filter(ImageFilter.GaussianBlur(chance.uniform(.5, 4))))
        if kind == 0 and chance.random() < .15:
            # A photograph's own grain, which is no damage.
            sharp = noised(sharp, chance.uniform(.5, 6), chance)
        picture = smaller(Image.fromarray(sharp), 2, chance) if kind != 4 else Image.fromarray(sharp[::2, ::2])
        if kind != 4 and chance.random() < mix.blurred:
            picture = picture.filter(ImageFilter.GaussianBlur(chance.uniform(*mix.blur)))
        if chance.random() < mix.noisy:
            noise = 2 ** chance.uniform(0, math.log2(mix.noise))
            picture = Image.fromarray(noised(np.asarray(picture), noise, chance))
        x, y = (int(one) for one in chance.integers(0, 8, 2))
        if chance.random() < mix.saved:
            for _ in range(2 if chance.random() < .15 else 1):
                quality = int(chance.integers(mix.quality, 99))
                # On a grid that begins anywhere.
                left, top = (int(one) for one in chance.integers(0, 8, 2))
                wide = np.pad(np.asarray(picture), ((top, 0), (left, 0), (0, 0)), mode='edge')
                again = jpeg(Image.fromarray(wide), quality, int(chance.choice([0, 2, 2])))
                picture = Image.fromarray(np.asarray(again)[top:, left:])
        given = np.asarray(picture)[y:y + SIDE, x:x + SIDE]
        truth = sharp[2 * y:2 * (y + SIDE), 2 * x:2 * (x + SIDE)]
        return given, truth, kind, was_soft


class Ways:
    """The networks that ship, as the application runs them."""

    def __init__(self):
        program = os.path.join(os.path.dirname(os.path.abspath(__file__)), 'ways.php')
        self.child = subprocess.Popen(['php', program], stdin=subprocess.PIPE, stdout=subprocess.PIPE)

    def all(self, given):
        for margin in (8, 24):
            self.child.stdin.write(np.pad(given, ((margin, margin), (margin, margin), (0, 0)), mode='edge').tobytes())
        self.child.stdin.flush()
        return {name: np.frombuffer(self.child.stdout.read(4 * given.size), np.uint8).reshape(2 * SIDE, 2 * SIDE, 3).astype(np.float32)
                for name in (*CLEAN, *REPAIRS)}

    def errors(self, given, truth):
        """Mean squares of luma's differences in levels, for each of WAYS."""
        made = {name: (one - truth) @ LUMA for name, one in self.all(given).items()}
        told = []
        for way in WAYS:
            name = way.removesuffix('-half')
            off = made[name] if name == way else (made[name] + made[REPAIRS[name]]) / 2
            told.append(np.square(off[EDGE:-EDGE, EDGE:-EDGE]).mean())
        return told


def main(folder, name, count, part=0, of=1):
    ways, mix = Ways(), MIXES[name]
    pieces = Pieces(folder)
    kept = ([], [], [], [])
    for number in range(int(part), int(count), int(of)):
        given, truth, kind, was_soft = pieces.one(mix, np.random.default_rng([mix.seed, number]))
        for into, one in zip(kept, (given, ways.errors(given, truth), kind, was_soft)):
            into.append(one)
        if (number - int(part)) % (200 * int(of)) == 0:
            print(number, flush=True)
    np.savez(os.path.join(folder, 'outcomes-%s-%s.npz' % (name, part)), given=np.stack(kept[0]), errors=np.array(kept[1], np.float32),
             kinds=np.array(kept[2], np.int64), was_soft=np.array(kept[3]))


if __name__ == '__main__':
    main(*sys.argv[1:6])
