"""How often which colours are in a part of a picture."""
import torch
import torch.nn as nn
import torch.nn.functional as F


class ColourShares(nn.Module):
    """Places, int64 [n, h * w], as bins() gives them, and how much each pixel counts, [n, h, w], to how much of it all each bin has,
    neighbours in part: [n, bins].
    """
    BINS = (12, 16, 16)  # brightness, red against green, yellow against blue
    SPREAD = .6  # of the two differences, which few pictures go beyond

    def bins(self, colours):
        red, green, blue = colours[:, 0], colours[:, 1], colours[:, 2]
        shades = ((red + green + blue) / 3, (red - green) / (2 * self.SPREAD) + .5, ((red + green) / 2 - blue) / (2 * self.SPREAD) + .5)
        place = torch.zeros_like(red, dtype=torch.int64)
        for shade, count in zip(shades, self.BINS):
            place = place * count + (shade * count).clamp(0, count - 1).to(torch.int64)
        return place.flatten(1)

    def forward(self, place, weight):
        counts = torch.zeros(place.shape[0], self.BINS[0] * self.BINS[1] * self.BINS[2]).scatter_add(1, place, weight.reshape(place.shape))
        counts = counts.reshape(-1, 1, *self.BINS)
        for _ in range(2):
            counts = F.avg_pool3d(counts, 3, 1, 1)
        counts = counts.flatten(1)
        return counts / counts.sum(1, keepdim=True).clamp_min(1e-6)
