"""How a sharp patch becomes what a shop is given: reduced, and for some networks damaged."""
import io

import numpy as np
from PIL import Image

SIDE = 48  # px of input


def jpeg(picture, quality, subsampling):
    buffer = io.BytesIO()
    picture.save(buffer, 'JPEG', quality=quality, subsampling=subsampling)
    return Image.open(io.BytesIO(buffer.getvalue())).convert('RGB')


def smaller(picture, factor, chance):
    side = picture.size[0] // factor
    kernel = (Image.BICUBIC, Image.LANCZOS, Image.BOX)[chance.choice(3, p=(.5, .25, .25))]
    return picture.resize((side, side), kernel)


def softened(pixels, deviation):
    """As a lens out of focus leaves it: a normal distribution of so many px, edges repeated."""
    reach = int(np.ceil(3 * deviation))
    weights = np.exp(-np.arange(-reach, reach + 1) ** 2 / (2 * deviation ** 2))
    weights /= weights.sum()
    soft = pixels.astype(np.float32)
    for axis in (0, 1):
        padded = np.pad(soft, [(reach, reach) if one == axis else (0, 0) for one in range(3)], mode='edge')
        length = soft.shape[axis]
        soft = sum(weight * np.take(padded, range(at, at + length), axis) for at, weight in enumerate(weights))
    return soft.round().clip(0, 255).astype(np.uint8)


class Damage:
    """Shares and ranges from settings.json; one instance is one stream of random choices."""

    def __init__(self, settings):
        self.jpeg_share = settings['jpeg_share']
        self.jpeg_quality = settings['jpeg_quality']
        self.twice_share = settings.get('jpeg_twice_share', 0)
        self.noise_share = settings.get('noise_share', 0)
        self.noise = settings.get('noise', [0, 0])
        self.noise_apart = settings.get('noise_apart', False)
        self.blur_share = settings.get('blur_share', 0)
        self.soft_share = settings.get('soft_share', 0)
        self.soft = settings.get('soft', [0, 0])
        self.grain_share = settings.get('grain_share', 0)
        self.grain = settings.get('grain', [0, 0])

    def of(self, picture, chance):
        """An array [n, n, 3] of bytes for a PIL picture that is at least SIDE on each side."""
        if chance.random() < self.blur_share:
            # Soft as a picture is that was enlarged a little before.
            side, less = picture.size[0], chance.uniform(.6, .95)
            picture = picture.resize((max(8, int(side * less)),) * 2, Image.BICUBIC).resize((side, side), Image.BICUBIC)
        if self.soft_share and chance.random() < self.soft_share:
            picture = Image.fromarray(softened(np.asarray(picture), chance.uniform(*self.soft)))
        noisy = chance.random() < self.noise_share
        if noisy:
            # As a sensor has it, each channel apart, or the same in all, or anything between.
            grey = chance.choice([0, 0, .7, chance.random()]) if self.noise_apart else .7
            coloured = np.sqrt(1 - grey ** 2) if self.noise_apart else .7
            picture = Image.fromarray(self.noised(np.asarray(picture), chance, self.noise, grey, coloured))
        if chance.random() < self.jpeg_share:
            if chance.random() < self.twice_share:
                # Saved before, on another grid.
                x, y = chance.integers(0, 8, 2)
                wide = np.pad(np.asarray(picture), ((y, 0), (x, 0), (0, 0)), mode='edge')
                again = jpeg(Image.fromarray(wide), self.quality(chance), int(chance.choice([0, 2, 2])))
                picture = Image.fromarray(np.asarray(again)[y:, x:])
            picture = jpeg(picture, self.quality(chance), int(chance.choice([0, 2, 2])))
        return np.asarray(picture)

    def quality(self, chance):
        return int(chance.integers(self.jpeg_quality[0], self.jpeg_quality[1] + 1))

    def grained(self, picture, chance):
        """A photograph's own grain, which is no damage: it is in what should come out, too."""
        # Without a share no chance is used up: other networks' seeds give what they gave.
        if not self.grain_share or chance.random() >= self.grain_share:
            return picture
        return Image.fromarray(self.noised(np.asarray(picture), chance, self.grain, .8, .6))

    @staticmethod
    def noised(pixels, chance, strengths, grey, coloured):
        """Normal noise of a strength in levels, so much of it the same in all channels and so much in each apart."""
        strength = chance.uniform(*strengths)
        grain = chance.normal(0, strength, pixels.shape[:2] + (1,)) * grey + chance.normal(0, strength, pixels.shape) * coloured
        return np.clip(pixels + grain, 0, 255).round().astype(np.uint8)
