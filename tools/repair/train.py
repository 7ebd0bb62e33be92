"""Trains the cut-out network.

Usage: train.py PICTURES WEIGHTS [THREADS], two folders, the first by subjects.py; continues from WEIGHTS/cutout.state if a run was
stopped, and begins from WEIGHTS/begin.pt if there is one.
"""
import io
import math
import os
import queue
import sys
import threading
import time

import numpy as np
import torch
import torch.nn.functional as F
from PIL import Image, ImageFilter
from scipy.ndimage import binary_fill_holes

from network import SIDE, CutoutNetwork

STEPS, BATCH, RATE = 5000, 10, .001
PARTS = .06  # of the pictures show a part of a photograph that is meant, not a subject laid on a ground
OTHERS = .6  # of the grounds have other subjects on them


class Composites:
    """Batches of pictures with marks, and of what belongs to their subjects."""

    def __init__(self, folder, start):
        self.subjects = np.load(os.path.join(folder, 'subjects.npy'), mmap_mode='r')
        self.grounds = np.load(os.path.join(folder, 'grounds.npy'), mmap_mode='r')
        self.parts = np.load(os.path.join(folder, 'parts.npy'), mmap_mode='r')
        self.ready = queue.Queue(6)
        threading.Thread(target=self.work, args=(start,), daemon=True).start()

    def work(self, step):
        while True:
            chance = np.random.default_rng([11, step])
            pairs = [self.one(chance) for _ in range(BATCH)]
            self.ready.put(tuple(np.stack(part) for part in zip(*pairs)))
            step += 1

    def ground(self, chance, width, height):
        pick = chance.random()
        if pick < .12:
            sheet = np.ones((height, width, 3)) * self.colour(chance)
        elif pick < .24:
            y, x = np.mgrid[0:height, 0:width]
            angle = chance.uniform(0, 2 * math.pi)
            ramp = (x * math.cos(angle) / width + y * math.sin(angle) / height)
            if chance.random() < .4:
                ramp = np.hypot(x / width - chance.random(), y / height - chance.random())
            ramp = (ramp - ramp.min()) / (np.ptp(ramp) + 1e-6)
            sheet = self.colour(chance) + ramp[..., None] * chance.uniform(.2, 1) * (self.colour(chance) - self.colour(chance))
        else:
            sheet = self.photo(chance, width, height)
        if chance.random() < .25:
            sheet = sheet + chance.normal(0, chance.uniform(1, 8), (height, width, 1))
        return np.clip(sheet, 0, 255).astype(np.float32)

    @staticmethod
    def colour(chance):
        return chance.choice([np.full(3, 255.), np.full(3, chance.uniform(0, 255)), chance.uniform(0, 255, 3)])

    def photo(self, chance, width, height):
        square = self.grounds[chance.integers(len(self.grounds))]
        side = chance.uniform(.5, 1) * square.shape[0]
        x, y = chance.uniform(0, square.shape[0] - side, 2)
        picture = Image.fromarray(square)
        if chance.random() < .35:
            picture = picture.filter(ImageFilter.GaussianBlur(chance.uniform(1, 9)))
        box = (x, y, x + side * min(1, width / height), y + side * min(1, height / width))
        photo = np.asarray(picture.resize((width, height), Image.BILINEAR, box), np.float32)
        if chance.random() < .5:
            photo = photo[:, ::-1]
        return np.clip(photo * chance.uniform(.6, 1.25) + chance.uniform(-25, 25), 0, 255)

    def one(self, chance):
        proportion = math.exp(chance.uniform(-.5, .5))
        width, height = round(min(SIDE, SIDE * proportion)), round(min(SIDE, SIDE / proportion))
        sheet = self.ground(chance, width, height)
        alpha = np.zeros((height, width), np.float32)
        is_part = chance.random() < PARTS
        is_marked = is_part or chance.random() < .9
        if is_part:
            sheet, alpha = self.part(chance, width, height)
        else:
            if is_marked and chance.random() < OTHERS:
                # A ground has things of its own in it, which nobody means.
                for _ in range(int(chance.integers(1, 4))):
                    sheet = self.laid(chance, sheet, np.zeros_like(alpha), chance.uniform(.2, 1))[0]
            sheet, alpha = self.laid(chance, sheet, alpha, chance.uniform(.4, 1))
        picture = Image.fromarray(sheet.clip(0, 255).astype(np.uint8))
        if chance.random() < .4:
            stream = io.BytesIO()
            picture.save(stream, 'jpeg', quality=int(chance.integers(40, 95)))
            picture = Image.open(stream)
        given = np.zeros((6, SIDE, SIDE), np.float32)
        given[:3], given[5] = .5, 1
        y, x = (SIDE - height) // 2, (SIDE - width) // 2
        given[:3, y:y + height, x:x + width] = np.asarray(picture, np.float32).transpose(2, 0, 1) / 255
        given[5, y:y + height, x:x + width] = 0
        wanted = np.zeros((1, SIDE, SIDE), np.float32)
        wanted[0, y:y + height, x:x + width] = alpha
        if is_marked:
            self.mark(chance, given, wanted[0])
        return given, wanted

    def part(self, chance, width, height):
        """A photograph, and of it what hangs together: what is meant is told by marks alone, its bounds are the picture's own."""
        number = chance.integers(len(self.grounds))
        labels = self.parts[number][chance.integers(3)]
        size = labels.shape[0]
        side = chance.uniform(.6, 1) * size
        x, y = chance.uniform(0, size - side, 2)
        box = np.array((x, y, x + side * min(1, width / height), y + side * min(1, height / width)))
        ground = self.grounds[number]
        sheet = Image.fromarray(ground).resize((width, height), Image.BILINEAR, tuple(box * ground.shape[0] / size))
        labels = np.asarray(Image.fromarray(labels).resize((width, height), Image.NEAREST, tuple(box)))
        sheet = np.asarray(sheet, np.float32) * chance.uniform(.7, 1.2)
        there, counts = np.unique(labels, return_counts=True)
        chosen = labels == there[chance.choice(len(there), p=counts / counts.sum())]
        for _ in range(int(chance.integers(0, 4))):
            beside = np.asarray(Image.fromarray(chosen).convert('L').filter(ImageFilter.MaxFilter(5))) > 0
            near = np.unique(labels[beside & ~chosen])
            if len(near) == 0:
                break
            # What is like it is more likely to be of it.
            own = sheet[chosen].mean(0)
            off = [np.abs(sheet[labels == one].mean(0) - own).sum() for one in near]
            chosen |= labels == near[int(np.argmin(off)) if chance.random() < .6 else chance.integers(len(near))]
        if chosen.mean() > .75:
            chosen = ~chosen
        chosen = binary_fill_holes(chosen)
        if chance.random() < .5:
            sheet, chosen = sheet[:, ::-1], chosen[:, ::-1]
        soft = Image.fromarray(np.ascontiguousarray(chosen)).convert('L').filter(ImageFilter.GaussianBlur(.6))
        return np.clip(sheet, 0, 255), np.asarray(soft, np.float32) / 255

    def laid(self, chance, sheet, alpha, scale):
        height, width = alpha.shape
        subject = self.subjects[chance.integers(len(self.subjects))]
        if chance.random() < .5:
            subject = subject[:, ::-1]
        cover = subject[..., 3]
        rows, columns = np.flatnonzero(cover.max(1)), np.flatnonzero(cover.max(0))
        subject = subject[rows[0]:rows[-1] + 1, columns[0]:columns[-1] + 1]
        tilt = chance.normal(0, 12) if chance.random() < .4 else 0
        bands = Image.fromarray(np.ascontiguousarray(subject)).rotate(tilt, Image.BILINEAR, expand=True)
        scale *= min(width / bands.width, height / bands.height)
        size = max(12, round(bands.width * scale)), max(12, round(bands.height * scale))
        bands = np.asarray(bands.resize(size, Image.BOX if scale < 1 else Image.BILINEAR), np.float32)
        over = .25 if chance.random() < .25 else 0
        x = int(chance.uniform(-over * size[0], width - size[0] * (1 - over)))
        y = int(chance.uniform(-over * size[1], height - size[1] * (1 - over)))
        left, top, right, bottom = max(0, x), max(0, y), min(width, x + size[0]), min(height, y + size[1])
        part = bands[top - y:bottom - y, left - x:right - x]
        colours, cover = part[..., :3], part[..., 3] / 255
        pick = chance.random()
        if pick < .3:
            # A shape filled with a photograph: told by texture and outline alone.
            colours = self.photo(chance, right - left, bottom - top)
        elif pick < .6:
            # Lit like what is behind it.
            mean = sheet.mean((0, 1))
            colours = colours * (1 - .3) + .3 * mean
        colours = np.clip(colours * chance.uniform(.7, 1.15), 0, 255)
        if chance.random() < .2:
            soft = Image.fromarray((cover * 255).astype(np.uint8)).filter(ImageFilter.GaussianBlur(chance.uniform(.5, 2.5)))
            cover = np.asarray(soft, np.float32) / 255
        sheet, alpha = sheet.copy(), alpha.copy()
        if chance.random() < .25:
            shade = np.zeros((height, width), np.float32)
            shade[top:bottom, left:right] = cover
            shade = Image.fromarray((shade * 255).astype(np.uint8)).filter(ImageFilter.GaussianBlur(chance.uniform(2, 10)))
            shade = np.roll(np.asarray(shade, np.float32) / 255, (int(chance.integers(0, 8)), int(chance.integers(-8, 8))), (0, 1))
            sheet *= 1 - chance.uniform(.1, .5) * shade[..., None]
        window = sheet[top:bottom, left:right]
        sheet[top:bottom, left:right] = window + cover[..., None] * (colours - window)
        alpha[top:bottom, left:right] = np.maximum(alpha[top:bottom, left:right], cover)
        return sheet, alpha

    @staticmethod
    def mark(chance, given, alpha):
        """Dabs of what stays and what goes; some are strokes, some lie near the edge, as those do that correct something."""
        inside = given[5] == 0
        y, x = np.mgrid[0:SIDE, 0:SIDE]
        round_it = np.asarray(Image.fromarray((alpha * 255).astype(np.uint8)).filter(ImageFilter.BoxBlur(10)))
        mixed = (round_it > 8) & (round_it < 247)
        for channel, where, least in ((3, alpha > .95, 1), (4, (alpha < .05) & inside, int(chance.random() < .8))):
            places = np.flatnonzero(where)
            near = np.flatnonzero(where & mixed)
            if len(places) == 0:
                continue
            for _ in range(int(chance.integers(least, 6))):
                among = near if len(near) and chance.random() < .35 else places
                place = among[chance.integers(len(among))]
                at = np.array([place // SIDE, place % SIDE], float)
                radius = chance.uniform(1.5, 9)
                ahead = chance.normal(0, 1, 2)
                ahead /= np.linalg.norm(ahead) + 1e-6
                for _ in range(int(chance.integers(4, 14)) if chance.random() < .35 else 1):
                    disc = np.hypot(y - at[0], x - at[1]) <= radius
                    given[channel][disc & where] = 1
                    at = at + ahead * radius * .7


def loss_of(told, wanted, inside):
    each = F.binary_cross_entropy_with_logits(told, wanted, reduction='none')
    edge = F.max_pool2d(wanted, 5, 1, 2) + F.max_pool2d(-wanted, 5, 1, 2)
    each = (each * inside * (1 + 2 * edge)).sum() / (inside * (1 + 2 * edge)).sum()
    made = torch.sigmoid(told) * inside
    both, either = (made * wanted).sum((1, 2, 3)), (made + wanted - made * wanted).sum((1, 2, 3))
    return each + .5 * (1 - (both + 1) / (either + 1)).mean(), (both / (either + 1e-6)).mean()


def main(pictures, folder, threads=1):
    torch.set_num_threads(int(threads))
    torch.set_flush_denormal(True)
    torch.manual_seed(4)
    os.makedirs(folder, exist_ok=True)
    path = os.path.join(folder, 'cutout')
    network = CutoutNetwork().to(memory_format=torch.channels_last)
    optimiser = torch.optim.AdamW(network.parameters(), lr=RATE, weight_decay=1e-4)
    step = 0
    if os.path.exists(path + '.state'):
        state = torch.load(path + '.state')
        network.load_state_dict(state['network'])
        optimiser.load_state_dict(state['optimiser'])
        step = state['step']
    elif os.path.exists(os.path.join(folder, 'begin.pt')):
        network.load_state_dict(torch.load(os.path.join(folder, 'begin.pt')))
    composites, began, sums = Composites(pictures, step), time.time(), [0., 0.]
    while step < STEPS:
        for group in optimiser.param_groups:
            group['lr'] = RATE * min(1, (step + 1) / 200) * (.5 * (1 + math.cos(math.pi * step / STEPS)) * .99 + .01)
        given, wanted = (torch.from_numpy(part) for part in composites.ready.get())
        loss, same = loss_of(network(given), wanted, 1 - given[:, 5:])
        optimiser.zero_grad(set_to_none=True)
        loss.backward()
        torch.nn.utils.clip_grad_norm_(network.parameters(), 1.)
        optimiser.step()
        step += 1
        sums = [sums[0] + loss.item(), sums[1] + same.item()]
        if step % 250 == 0:
            print('%d of %d, %.1f min, loss %.4f, shared %.4f' % (
                step, STEPS, (time.time() - began) / 60, sums[0] / 250, sums[1] / 250), flush=True)
            sums = [0., 0.]
            torch.save({'network': network.state_dict(), 'optimiser': optimiser.state_dict(), 'step': step}, path + '.state.new')
            os.replace(path + '.state.new', path + '.state')
            torch.save(network.state_dict(), path + '.pt')


if __name__ == '__main__':
    main(*sys.argv[1:4])
