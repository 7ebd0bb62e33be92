"""Graphs without weights for repairs: where an edge ends, and where in a picture a piece like another one is."""
import torch
import torch.nn as nn
import torch.nn.functional as F

from colours import ColourShares

FAR = 1e4


class Matte(nn.Module):
    """How much of each pixel near an edge is of the subject, and its colour without the ground's share.

    Samples, uint8 or int32 [1, h, w, 3], and the ground's colour at each, the same; region, uint8 [1, h, w], below 128 where the
    ground is; most, the highest sample, float [1]; noise, float [1], levels of 255 by which the ground's own pixels stray.
    Out: the same type, [1, h, w, 4].

    A pixel is share * own + (1 - share) * ground + damage. The share is where it lies between the ground and the purest colour
    nearby, by its brightness more than by its hue, which JPEG spoils first. What is left over is the subject's own where that
    varies, and damage where the ground beside it is damaged: each has what it is likely to have of two normal distributions.
    """
    REACH = 3  # px from the ground within which an edge ends
    LIKE = 2  # px round the purest pixel whose colours are of the same subject
    SAME = 14.  # levels within which they are
    BESIDE = 4  # px within which the ground's damage is told
    HUE = .07  # how much a level of hue counts beside one of brightness
    FREE = 36.  # squared levels by which a subject's colours may vary where nothing else tells
    SPREADS = 10.  # times as much damage to hue within an edge as in the ground beside it

    @staticmethod
    def widest(x, side):
        return F.max_pool2d(x, side, 1, side // 2)

    @staticmethod
    def box(x, reach):
        side = 2 * reach + 1
        return F.avg_pool2d(F.avg_pool2d(x, (1, side), 1, (0, reach)), (side, 1), 1, (reach, 0))

    @staticmethod
    def parted(x):
        """Brightness, [1, ...], and what is left of each channel without it, [3, ...]."""
        light = .299 * x[:1] + .587 * x[1:2] + .114 * x[2:]
        return light, x - light

    def forward(self, samples, ground, region, most, noise):
        unit = most / 255
        colour = samples.permute(0, 3, 1, 2).to(torch.float32) / unit
        ground = ground.permute(0, 3, 1, 2).to(torch.float32) / unit
        off = colour - ground
        far = (off * off).sum(1, keepdim=True).clamp_min(1e-6).sqrt()
        is_ground = (region < 128).unsqueeze(1).to(torch.float32)
        height, width = far.shape[2], far.shape[3]
        # Uphill from the ground: what lies behind a line is not its edge.
        near = is_ground
        for _ in range(self.REACH):
            lowest = -self.widest(torch.where(near > .5, -far, torch.full_like(far, -FAR)), 3)
            near = torch.maximum(near, (far >= lowest - .5 * noise).to(torch.float32) * self.widest(near, 3))
        # The colour that differs most from the ground's nearby is the purest.
        # Across first, then down: the same as over the square, and quicker.
        side, reach = 2 * self.REACH + 1, self.REACH
        most_across, across = F.max_pool2d(far, (1, side), 1, (0, reach), return_indices=True)
        _, down = F.max_pool2d(most_across, (side, 1), 1, (reach, 0), return_indices=True)
        place = torch.gather(across.flatten(2), 2, down.flatten(2)).flatten()
        apart = -self.widest(-is_ground, 3)
        within = self.box(apart, self.BESIDE).clamp_min(.02)
        light, hue = self.parted(off[0])
        least = (noise / 3) ** 2 / 2 + .3
        of_light = torch.maximum(self.box(light.square().unsqueeze(0) * apart, self.BESIDE) / within, least)
        of_hue = torch.maximum(self.box(hue.square().sum(0)[None, None] * apart, self.BESIDE) / within / 3, least) * self.SPREADS
        # From here on for the pixels of edges alone.
        at = torch.nonzero(((near > .5) & (self.widest(1 - is_ground, 2 * self.REACH + 3) > .5)).flatten())[:, 0]
        flat, below = colour.flatten(2)[0], ground.flatten(2)[0]
        base, purest = below[:, at], place[at]
        away = flat[:, at] - base
        whole, free_light, free_hue = self.purest(flat - below, purest, width, height)
        of_light, of_hue = of_light.flatten()[at], of_hue.flatten()[at]
        (light, hue), (way, way_hue) = self.parted(away), self.parted(whole)
        share = (light * way)[0] + self.HUE * (hue * way_hue).sum(0)
        share = share / ((way * way)[0] + self.HUE * (way_hue * way_hue).sum(0)).clamp_min(1e-3)
        length = (whole * whole).sum(0).clamp_min(1.).sqrt()
        least = (noise / length).clamp(0, .6)
        alpha = ((share - least) / (.97 - least)).clamp(0, 1)
        # Hardly any subject nearby: the region's word counts.
        is_plain = length < 2 * noise + 2
        alpha = torch.where(is_plain, 1 - is_ground.flatten()[at], alpha)
        light, hue = self.parted(away - alpha * whole)
        free_light, free_hue = (free_light - of_light).clamp_min(0) + self.FREE, (free_hue - of_hue).clamp_min(0) + self.FREE
        own = base + whole + light * (alpha * free_light / (alpha * alpha * free_light + of_light))
        own = own + hue * (alpha * free_hue / (alpha * alpha * free_hue + of_hue))
        own = torch.where(is_plain, flat[:, at], own)
        out = torch.cat((flat, (1 - near.flatten(2)[0]) * 255), 0)
        out = out.scatter(1, at.unsqueeze(0).expand(4, -1), torch.cat((own.clamp(0, 255), alpha.unsqueeze(0) * 255), 0))
        return torch.round(out * unit).to(samples.dtype).reshape(1, 4, height, width).permute(0, 2, 3, 1)

    def purest(self, off, places, width, height):
        """Of the pixels like the one at each place, round it: their mean, and by how much brightness and hue vary."""
        steps, count = torch.arange(-self.LIKE, self.LIKE + 1), 2 * self.LIKE + 1
        down = torch.div(places, width, rounding_mode='floor').unsqueeze(1) + steps.repeat_interleave(count)
        over = (places % width).unsqueeze(1) + steps.repeat(count)
        one = off[:, places]
        others = off[:, down.clamp(0, height - 1) * width + over.clamp(0, width - 1)] - one.unsqueeze(2)
        weight = (-others.square().sum(0) / (2 * self.SAME ** 2)).exp()
        weight = weight / weight.sum(1, keepdim=True)
        shift = (others * weight).sum(2)
        (light, hue), (light_shift, hue_shift) = self.parted(others), self.parted(shift)
        varies = (light[0].square() * weight).sum(1) - light_shift[0].square()
        varies_hue = ((hue.square().sum(0) * weight).sum(1) - hue_shift.square().sum(0)) / 3
        return one + shift, varies, varies_hue


@torch.jit.script
def settled(state: torch.Tensor, alone: torch.Tensor, like: torch.Tensor, beside: torch.Tensor, free: torch.Tensor, fixed: torch.Tensor,
            rounds: int):
    """What each place is by itself and by its neighbours' votes, again and again; a script, since it becomes a loop of the graph."""
    for _ in range(rounds):
        votes = (F.conv2d(2. * state - 1., beside, padding=1) * like).sum(1, keepdim=True)
        state = torch.sigmoid(alone + votes) * free + fixed
    return state


class Regions(nn.Module):
    """What of a picture is its subject, where that is said roughly: by the colours of both, which are counted anew from what is found
    time, and by its edges, since neighbours that look alike are of the same (a random field solved by mean values; Krahenbuhl,
    Koltun 2011, and Rother, Kolmogorov, Blake 2004, for counting anew; from memory).

    Picture, uint8 [1, h, w, 3]; share, float [1, h, w], what is said, 0 to 1; stays and goes, uint8 [1, h, w], 255 where a person
    says so. Out: float [1, h, w].
    """
    TIMES, ROUNDS = 3, 25
    SAID = .35  # how much what is said counts beside the colours
    MOST = 4.  # what a colour says at the most, as a logarithm of how much more likely it makes one than the other
    LIKE = 4.  # how much a neighbour counts
    MARKED = 100.  # how many pixels one that is marked counts for
    LEAST = 2e-5  # of a side's pixels, so that a colour which was never seen says nothing
    SURE = .3  # how far from a half counts at first
    LEANS = .8  # towards the subject, since what nobody marked is more often of it than the network says

    def __init__(self):
        super().__init__()
        kernels = torch.zeros(8, 1, 3, 3)
        for i, place in enumerate((0, 1, 2, 3, 5, 6, 7, 8)):
            kernels[i, 0, place // 3, place % 3] = 1
        self.register_buffer('beside', kernels)
        self.register_buffer('nearness', torch.tensor([.7071, 1, .7071, 1, 1, .7071, 1, .7071]).reshape(1, 8, 1, 1))
        self.shares = ColourShares()

    def forward(self, picture, share, stays, goes):
        colours = picture.permute(0, 3, 1, 2).to(torch.float32) / 255
        height, width = colours.shape[2], colours.shape[3]
        around = F.pad(torch.ones_like(colours[:, :1]), (1, 1, 1, 1))
        there = F.conv2d(around, self.beside)
        beside = F.pad(colours.reshape(3, 1, height, width), (1, 1, 1, 1))
        off = (F.conv2d(beside, self.beside) - colours.reshape(3, 1, height, width)).square().sum(0, keepdim=True)
        usual = (off * there).sum() / there.sum()
        like = self.LIKE * torch.exp(-off / (2 * usual + 1e-8)) * there * self.nearness
        place = self.shares.bins(colours)
        stays, goes = (stays > 127).to(torch.float32), (goes > 127).to(torch.float32)
        free = ((1 - stays) * (1 - goes)).unsqueeze(1)
        share = torch.sigmoid(torch.log((share + .005) / (1.005 - share)) + self.LEANS)
        said = torch.log((share + .03) / (1.03 - share))
        found = torch.where(stays > 0, torch.ones_like(share), torch.where(goes > 0, torch.zeros_like(share), share))
        for time in range(self.TIMES):
            sure = ((found - .5).abs() > self.SURE).to(torch.float32) if time == 0 else 1.
            of_subject = self.shares(place, (2 * found - 1).clamp_min(0) * sure + self.MARKED * stays)
            of_ground = self.shares(place, (1 - 2 * found).clamp_min(0) * sure + self.MARKED * goes)
            more = torch.log((of_subject + self.LEAST) / (of_ground + self.LEAST)).clamp(-self.MOST, self.MOST)
            alone = (self.SAID * said + more.gather(1, place).reshape(said.shape)).unsqueeze(1)
            found = settled(found.unsqueeze(1), alone, like, self.beside, free, stays.unsqueeze(1), self.ROUNDS)[:, 0]
        return found


class Guide(nn.Module):
    """How a share that is known roughly follows from a picture's own colours nearby (a guided filter; He, Sun, Tang 2013, 2015, from
    memory): what it finds on a small picture holds for the large one, at whose edges the share then ends.

    Picture, uint8 [1, h, w, 3]; share, float [1, h, w]. Out: float [1, h, w, 4]: of red, green, blue from 0 to 1 how much each counts,
    and what is added.
    """
    REACH = 4  # px
    SAME = 6 / 255  # below which colours count as the same
    STEEPER = 2.2  # than what is known, which is softer than edges are

    def mean(self, x):
        side = 2 * self.REACH + 1
        x = F.avg_pool2d(x, (1, side), 1, (0, self.REACH), count_include_pad=False)
        return F.avg_pool2d(x, (side, 1), 1, (self.REACH, 0), count_include_pad=False)

    def forward(self, picture, share):
        colours = picture.permute(0, 3, 1, 2).to(torch.float32) / 255
        share = share.unsqueeze(1)
        mean, told = self.mean(colours), self.mean(share)
        red, green, blue = colours[:, :1], colours[:, 1:2], colours[:, 2:]
        squares = torch.cat((red * red, red * green, red * blue, green * green, green * blue, blue * blue), 1)
        means = torch.cat((mean[:, :1] * mean, mean[:, 1:2] * mean[:, 1:], mean[:, 2:] * mean[:, 2:]), 1)
        rr, rg, rb, gg, gb, bb = (self.mean(squares) - means).split(1, 1)
        rr, gg, bb = rr + self.SAME ** 2, gg + self.SAME ** 2, bb + self.SAME ** 2
        of_red, of_green, of_blue = (self.mean(colours * share) - mean * told).split(1, 1)
        # The inverse of what red, green and blue have in common.
        one, two, three = gg * bb - gb * gb, rb * gb - rg * bb, rg * gb - rb * gg
        four, five, six = rr * bb - rb * rb, rb * rg - rr * gb, rr * gg - rg * rg
        all_of_it = rr * one + rg * two + rb * three
        slopes = torch.cat((one * of_red + two * of_green + three * of_blue, two * of_red + four * of_green + five * of_blue,
                            three * of_red + five * of_green + six * of_blue), 1) / all_of_it
        found = self.mean(torch.cat((slopes, told - (slopes * mean).sum(1, keepdim=True)), 1)) * self.STEEPER
        found = torch.cat((found[:, :3], found[:, 3:] + (1 - self.STEEPER) / 2), 1)
        return found.permute(0, 2, 3, 1)


class Correlation(torch.autograd.Function):
    """A convolution whose kernels are computed, which the exporter does not know."""

    @staticmethod
    def forward(ctx, planes, kernels):
        return F.conv2d(planes, kernels)

    @staticmethod
    def symbolic(g, planes, kernels):
        return g.op('Conv', planes, kernels)


class Patches(nn.Module):
    """One round of filling a hole with what lies round it: every patch over the hole looks for the one most like it, and all that
    are found vote for the hole's pixels. An exhaustive search is a convolution with the patches (Wexler, Shechtman, Irani 2007, from
    memory, for the votes). What was voted for the pixels round the hole is off by as much as what is in it, since light changes from
    place to place: that is taken out, the nearer it was seen the more.

    Picture, float [1, h, w, 3], 0 to 255, the hole filled somehow; places, int64 [n], row by row, the patches' first pixels; hole,
    float [1, h, w], 1 where it is, else 0; barred, the same where nothing is taken from; trust, float [n], how much each patch's vote
    counts. Out: the picture with the hole filled anew.
    """
    SIDE = 7
    CALM = 6.  # squared levels a sample below which two patches count as the same
    BARRED = 1e9
    CELLS = (2, 4, 8, 16, 32)  # px of squares that tell what is off where nothing nearer does
    LESS = 1e-2  # how much less they count than what is nearer

    def forward(self, picture, places, hole, barred, trust):
        height, width = picture.shape[1], picture.shape[2]
        inner = width - (self.SIDE - 1)
        planes = picture.permute(0, 3, 1, 2)
        flat = planes[0].reshape(3, -1)
        rows = torch.arange(self.SIDE)
        steps = (rows.unsqueeze(1) * width + rows.unsqueeze(0)).reshape(-1)
        at = places.unsqueeze(1) + steps.unsqueeze(0)
        wanted = flat[:, at].permute(1, 0, 2)
        # Levels round the middle, so that squares lose no digits.
        middle = planes - 128.
        kernels = (wanted - 128.).reshape(-1, 3, self.SIDE, self.SIDE)
        both = Correlation.apply(middle, kernels)[0]
        own = F.conv2d((middle * middle).sum(1, keepdim=True), torch.ones(1, 1, self.SIDE, self.SIDE))[0]
        cost = own - 2 * both + F.max_pool2d(barred.unsqueeze(0), self.SIDE, 1)[0] * self.BARRED
        least, found = cost.flatten(1).min(1)
        least = (least + ((wanted - 128.) ** 2).sum((1, 2))).clamp_min(0) / (3 * self.SIDE ** 2)
        first = torch.div(found, inner, rounding_mode='floor') * width + found % inner
        given = flat[:, first.unsqueeze(1) + steps.unsqueeze(0)]
        weight = (trust / (self.CALM + least)).unsqueeze(1).expand(-1, self.SIDE ** 2)
        votes = torch.cat((given * weight.unsqueeze(0), weight.unsqueeze(0)), 0).reshape(4, -1)
        sums = torch.zeros_like(flat[:1]).expand(4, -1).scatter_add(1, at.reshape(1, -1).expand(4, -1), votes)
        mean = (sums[:3] / sums[3:].clamp_min(1e-9)).reshape(1, 3, height, width)
        said = (sums[3:] > 0).to(torch.float32).reshape(1, 1, height, width)
        seen = said * (1 - barred.unsqueeze(0))
        off = self.off(torch.cat(((planes - mean) * seen, seen), 1), height, width)
        new = said * hole.unsqueeze(0)
        return (planes + (mean + off - planes) * new).permute(0, 2, 3, 1)

    def off(self, told, height, width):
        """Of what is told with how much it counts, [1, 4, h, w]: a mean of what is near."""
        sums, counts = F.avg_pool2d(told, 3, 1, 1), self.LESS
        for cell in self.CELLS:
            coarse = F.avg_pool2d(F.avg_pool2d(told, cell, cell, ceil_mode=True), 3, 1, 1)
            sums = sums + counts * F.interpolate(coarse, size=(height, width), mode='bilinear', align_corners=False)
            counts = counts * self.LESS
        return sums[:, :3] / sums[:, 3:].clamp_min(1e-12)
