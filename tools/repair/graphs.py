"""Graphs without weights for repairs: where an edge ends, and where in a picture a piece like another one is."""
import torch
import torch.nn as nn
import torch.nn.functional as F

FAR = 1e4


class Matte(nn.Module):
    """How much of each pixel near an edge is of the subject, and its colour without the ground's share.

    Samples, uint8 or int32 [1, h, w, 3], and the ground's colour at each, the same; region, uint8 [1, h, w], below 128 where the
    ground is; most, the highest sample, float [1]; noise, float [1], levels of 255 by which the ground's own pixels stray.
    Out: the same type, [1, h, w, 4].
    """
    REACH = 3  # px from the ground within which an edge ends

    @staticmethod
    def widest(x, side):
        return F.max_pool2d(x, side, 1, side // 2)

    def forward(self, samples, ground, region, most, noise):
        unit = most / 255
        colour = samples.permute(0, 3, 1, 2).to(torch.float32) / unit
        ground = ground.permute(0, 3, 1, 2).to(torch.float32) / unit
        off = colour - ground
        far = (off * off).sum(1, keepdim=True).clamp_min(1e-6).sqrt()
        is_ground = (region < 128).unsqueeze(1).to(torch.float32)
        # Uphill from the ground: what lies behind a line is not its edge.
        near = is_ground
        for _ in range(self.REACH):
            lowest = -self.widest(torch.where(near > .5, -far, torch.full_like(far, -FAR)), 3)
            near = torch.maximum(near, (far >= lowest - .5 * noise).to(torch.float32) * self.widest(near, 3))
        # The colour that differs most from the ground's nearby is taken for the subject's own.
        # Across first, then down: the same as over the square, and quicker.
        side, reach = 2 * self.REACH + 1, self.REACH
        most_across, across = F.max_pool2d(far, (1, side), 1, (0, reach), return_indices=True)
        _, down = F.max_pool2d(most_across, (side, 1), 1, (reach, 0), return_indices=True)
        place = torch.gather(across.flatten(2), 2, down.flatten(2))
        flat = torch.cat((colour, ground), 1).flatten(2)
        found = torch.gather(flat, 2, place.expand(-1, 6, -1)).reshape(1, 6, far.shape[2], far.shape[3])
        subject = found[:, :3]
        whole = subject - ground
        length = (whole * whole).sum(1, keepdim=True).clamp_min(1.)
        share = (off * whole).sum(1, keepdim=True) / length
        least = (noise / length.sqrt()).clamp(0, .6)
        alpha = ((share - least) / (.97 - least)).clamp(0, 1)
        # Hardly any subject nearby: the region's word counts.
        plain = (length.sqrt() < 2 * noise + 2).to(torch.float32)
        alpha = alpha * (1 - plain) + (1 - is_ground) * plain
        alpha = torch.where(near > .5, alpha, torch.ones_like(alpha))
        own = (colour - (1 - alpha) * ground) / alpha.clamp_min(.05)
        own = torch.where(alpha < .08, subject, own.clamp(0, 255))
        own = torch.where(alpha > .995, colour, own)
        out = torch.cat((own, alpha * 255), 1)
        return torch.round(out * unit).to(samples.dtype).permute(0, 2, 3, 1)


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
    memory, for the votes).

    Picture, float [1, h, w, 3], 0 to 255, the hole filled somehow; places, int64 [n], row by row, the patches' first pixels; barred,
    float [h - 6, w - 6], 0 where a patch may be taken from and much elsewhere; trust, float [n], how much each
    patch's vote counts. Out: float [1, h, w, 4], the votes' mean and their weight.
    """
    SIDE = 7
    CALM = 6.  # squared levels a sample below which two patches count as the same

    def forward(self, picture, places, barred, trust):
        height, width = picture.shape[1], picture.shape[2]
        inner = width - (self.SIDE - 1)
        flat = picture[0].permute(2, 0, 1).reshape(3, -1)
        rows = torch.arange(self.SIDE)
        steps = (rows.unsqueeze(1) * width + rows.unsqueeze(0)).reshape(-1)
        at = places.unsqueeze(1) + steps.unsqueeze(0)
        wanted = flat[:, at].permute(1, 0, 2)
        planes = picture.permute(0, 3, 1, 2)
        # Levels round the middle, so that squares lose no digits.
        middle = planes - 128.
        kernels = (wanted - 128.).reshape(-1, 3, self.SIDE, self.SIDE)
        both = Correlation.apply(middle, kernels)[0]
        own = F.conv2d((middle * middle).sum(1, keepdim=True), torch.ones(1, 1, self.SIDE, self.SIDE))[0]
        cost = own - 2 * both + barred.unsqueeze(0)
        least, found = cost.flatten(1).min(1)
        least = (least + ((wanted - 128.) ** 2).sum((1, 2))).clamp_min(0) / (3 * self.SIDE ** 2)
        first = torch.div(found, inner, rounding_mode='floor') * width + found % inner
        given = flat[:, first.unsqueeze(1) + steps.unsqueeze(0)]
        weight = (trust / (self.CALM + least)).unsqueeze(1).expand(-1, self.SIDE ** 2)
        votes = torch.cat((given * weight.unsqueeze(0), weight.unsqueeze(0)), 0).reshape(4, -1)
        sums = torch.zeros_like(flat[:1]).expand(4, -1).scatter_add(1, at.reshape(1, -1).expand(4, -1), votes)
        mean = sums[:3] / sums[3:].clamp_min(1e-9)
        return torch.cat((mean, sums[3:]), 0).reshape(4, height, width).permute(1, 2, 0).unsqueeze(0)
