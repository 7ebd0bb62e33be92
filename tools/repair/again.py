"""Reads the cut-out network back out of its graph, so that training can go on from what ships.

Usage: again.py PICTURES GRAPH WEIGHTS/begin.pt; PICTURES as for train.py. In the graph each layer's normalisation is part of its
convolution: here it is told apart again, by what the layer makes of pictures like those that it learns from.
"""
import sys

import numpy as np
import onnx
import onnx.numpy_helper
import torch

from network import CutoutNetwork
from train import Composites

BATCHES = 6


def told_apart(layer, bias):
    """Has a layer's normalisation change nothing of what comes along, but for the bias."""
    def hook(module, given):
        made = module[0](given[0])
        mean, variance = made.mean((0, 2, 3)), made.var((0, 2, 3), unbiased=False)
        normal = module[1]
        normal.running_mean.copy_(mean)
        normal.running_var.copy_(variance)
        normal.weight.data.copy_((variance + normal.eps).sqrt())
        normal.bias.data.copy_(mean + bias)
    return layer.register_forward_pre_hook(hook)


def main(pictures, graph, target):
    model = onnx.load(graph).graph
    named = {one.name: torch.tensor(onnx.numpy_helper.to_array(one).copy()) for one in model.initializer}
    network = CutoutNetwork().eval()
    kept = network.state_dict()
    # What is not normalised has its own name there.
    network.load_state_dict({name: named.get('network.' + name, value) for name, value in kept.items()})
    folded = [(named[node.input[1]], named[node.input[2]]) for node in model.node
              if node.op_type == 'Conv' and not node.input[1].startswith('network.') and node.input[1] in named]
    layers = [module for module in network.modules() if isinstance(module, torch.nn.Sequential) and isinstance(module[0], torch.nn.Conv2d)]
    assert len(layers) == len(folded)
    hooks = []
    for layer, (weight, bias) in zip(layers, folded):
        layer[0].weight.data.copy_(weight)
        hooks.append(told_apart(layer, bias))
    composites = Composites(pictures, 0)
    with torch.no_grad():
        network(torch.from_numpy(np.concatenate([composites.ready.get()[0] for _ in range(BATCHES)])))
    for hook in hooks:
        hook.remove()
    torch.save(network.state_dict(), target)


if __name__ == '__main__':
    main(*sys.argv[1:4])
