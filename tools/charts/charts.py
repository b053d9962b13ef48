"""charts.py - draws docs/charts from what `make bench` has printed: charts.py BENCHMARKS CHARTS"""

import pathlib
import re
import sys

import matplotlib

matplotlib.use("svg")
from matplotlib import pyplot as plt  # noqa: E402

INK, QUIET, LINE, OTHER = "#1c2a39", "#5c6f7f", "#1f6f8b", "#c2571a"
STYLE = {
    "font.family": "DejaVu Sans",
    "font.size": 10,
    "text.color": INK,
    "axes.edgecolor": QUIET,
    "axes.labelcolor": INK,
    "axes.spines.top": False,
    "axes.spines.right": False,
    "xtick.color": INK,
    "ytick.color": INK,
    "figure.facecolor": "white",
    "svg.hashsalt": "pemble",  # the same file each time
    "svg.fonttype": "none",
}


def read(directory, name):
    path = directory / name
    if not path.exists():
        sys.exit(f"charts.py: {path} is not there; run `make bench` first")
    return path.read_text().splitlines()


def ratios(lines, canvas):
    """How many times as long the other library takes, by drawing."""
    found = []
    for line in lines:
        match = re.match(rf"{canvas} +(.+?) +\d+ ns .*(cairo|FreeType\+pixman) ([\d.]+)", line)
        if match:
            found.append((match[1], float(match[3])))
    return found


def speed(lines, charts):
    figure, axes = plt.subplots(1, 2, figsize=(11, 8), layout="constrained")
    for side, canvas in zip(axes, ("one-bit 128x64", "RGB565 320x240")):
        found = ratios(lines, canvas)[::-1]
        values = [ratio for _, ratio in found]
        bars = side.barh([name for name, _ in found], values, color=LINE, height=0.6)
        for bar, value in zip(bars, values):
            place = (max(value, 1), bar.get_y() + bar.get_height() / 2)  # right of the line at 1
            side.annotate(f"{value:.1f}", place, (4, 0), textcoords="offset points", va="center")
        side.axvline(1, color=OTHER, linewidth=1)
        side.set_xlim(0, max(values) * 1.15)
        side.set_title(canvas, loc="left", fontsize=11)
        side.tick_params(axis="y", length=0)
    figure.supxlabel("time of cairo, for text of FreeType and pixman / time of Pemble", fontsize=10)
    figure.savefig(charts / "speed.svg", metadata={"Date": None})


def changes(lines, charts):
    found = {"mirror": [], "draft": []}
    for line in lines:
        match = re.match(r"(mirror|draft), (\d+) of (\d+) numbers change +(\d+)", line)
        if match:
            found[match[1]].append((int(match[2]), int(match[4]) / 1e6))
    figure, axes = plt.subplots(figsize=(8, 4.5), layout="constrained")
    for name, color, away in (("mirror", OTHER, (-70, 12)), ("draft", LINE, (8, -14))):
        axes.plot(*zip(*found[name]), color=color, marker="o", markersize=4)
        axes.annotate(f"with a {name}", found[name][6], away, textcoords="offset points", color=color)
    axes.set_ylim(0)
    axes.set_xlim(0, 66)
    axes.set_xlabel("numbers that change, of 64 on 240x240 pixels")
    axes.set_ylabel("million instructions a frame (x86-64)")
    figure.savefig(charts / "changes.svg", metadata={"Date": None})


def bands(lines, charts):
    found = []
    for line in lines:
        match = re.match(r" +(\d+) +([\d.]+) +([\d.]+) \(", line)
        if match:
            found.append((int(match[1]), float(match[2]), float(match[3])))
    figure, axes = plt.subplots(figsize=(8, 4.5), layout="constrained")
    rows = [row for row, _, _ in found]
    for column, name, color in ((1, "without a bookmark", OTHER), (2, "with a bookmark", LINE)):
        values = [entry[column] for entry in found]
        axes.plot(rows, values, color=color, marker="o", markersize=4)
        axes.annotate(name, (rows[4], values[4]), (6, 8), textcoords="offset points", color=color)
    axes.set_xscale("log", base=2)
    axes.set_yscale("log")
    axes.set_xticks(rows, [str(row) for row in rows])
    axes.set_yticks([1, 2, 5, 10, 20, 50], ["1", "2", "5", "10", "20", "50"])
    axes.minorticks_off()
    axes.set_xlabel("rows of a band, for a picture in colour of 240 rows")
    axes.set_ylabel("time / time of the whole at once")
    figure.savefig(charts / "bands.svg", metadata={"Date": None})


def main():
    if len(sys.argv) != 3:
        sys.exit(__doc__)
    directory, charts = (pathlib.Path(argument) for argument in sys.argv[1:])
    plt.rcParams.update(STYLE)
    speed(read(directory, "times.txt"), charts)
    changes(read(directory, "scene-instructions.txt"), charts)
    bands(read(directory, "scenes.txt"), charts)


if __name__ == "__main__":
    main()
