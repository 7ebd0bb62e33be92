"""Discs by chance, by which a network learns to leave things where they are."""
import math

import torch
import torch.nn.functional as F

LUMA = torch.tensor([.299, .587, .114]).view(1, 3, 1, 1)


class Discs:
    """Four discs, each beside itself turned by half: what a network makes of the two has to lie alike, else it moves what it makes.

    Differences from the truth hardly tell that all of it is moved by a twentieth of a pixel.
    """
    SIDE, COUNT = 32, 4  # px of input
    PLAIN = 10  # px of ground round them: what a network sees beyond its input's edges is not a picture's
    NEAR = 4  # px round a disc that count
    LEAST = .12  # contrast: fainter ones say nothing

    def __init__(self, chance, damage):
        """Soft as the pictures of `damage` are. What noise does to the places of discs would teach a network to do less about noise."""
        self.chance = chance
        radius = self.drawn(3, 8, 1, 1)
        places = torch.arange(self.SIDE) + .5 - self.SIDE / 2
        away = radius - ((places - self.drawn(-2, 2, 1, 1)) ** 2 + (places[:, None] - self.drawn(-2, 2, 1, 1)) ** 2).sqrt()
        soft = self.drawn(0, damage.get('soft', [0, 0])[1], 1, 1)
        shares = torch.where(soft > .5, .5 + .5 * torch.erf(away / (soft.clamp_min(.5) * math.sqrt(2))), (away + .5).clamp(0, 1))
        ground, apart = self.drawn(-.3, 1.3, 3, 1, 1).clamp(0, 1), self.drawn(-1, 1, 3, 1, 1)
        # Half of them grey.
        grey = self.drawn(0, 1, 1, 1, 1) < .5
        self.ground, apart = (torch.where(grey, one[:, :1], one) for one in (ground, apart))
        apart = (self.ground + apart).clamp(0, 1) - self.ground
        self.contrast = (apart * LUMA).sum(1)
        self.is_near = (away > -self.NEAR).float()[:, None]
        given = F.pad(apart * shares[:, None], (self.PLAIN,) * 4) + self.ground
        self.noisy = None
        if 'noise' in damage:
            # What is made of them has to stay as it is. Cut off at black and white, as noise is in pictures.
            noise = torch.from_numpy(chance.normal(0, 1, given.shape)).float() * self.drawn(0, 1, 1, 1, 1) * damage['noise'][1] / 255
            self.noisy = (given + noise).clamp(0, 1)
        self.pictures = torch.cat((given, given.flip(2, 3)))

    def drawn(self, low, high, *shape):
        return torch.from_numpy(self.chance.uniform(low, high, (self.COUNT, *shape))).float()

    def moved(self, made, scale):
        """Mean square of how far what is made of the pictures is off its place, in pixels of the result."""
        cut = scale * self.PLAIN
        made = ((made[:, :, cut:-cut, cut:-cut] - torch.cat((self.ground, self.ground))) * LUMA).sum(1)
        is_seen = self.contrast.abs() > self.LEAST
        is_near = F.interpolate(self.is_near, scale_factor=float(scale), mode='nearest')[:, 0]
        # How much of each pixel is the disc's.
        made = made / torch.where(is_seen, self.contrast, 1.).repeat(2, 1, 1) * torch.cat((is_near, is_near.flip(1, 2)))
        places = torch.arange(made.shape[-1]) + .5 - scale * self.SIDE / 2
        whole = torch.where(is_seen.flatten().repeat(2), made.sum((1, 2)), 1.)
        off = 0.
        for side in (1, 2):
            at = (made.sum(side) * places).sum(1) / whole
            off = off + (at[:self.COUNT] + at[self.COUNT:]).square() / 4
        return (off * is_seen.flatten()).sum() / is_seen.sum().clamp_min(1)
