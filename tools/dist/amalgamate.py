#!/usr/bin/env python3
"""Joins the core into one header and one source: amalgamate.py TOP OUT writes OUT/pemble.h and
OUT/pemble.c, for projects that would rather copy two files than many.

Names that a source keeps to itself (static functions and tables, enumerators, tags, macros) get the
name of their source in front, so that equal names of different sources do not meet.
"""

import re
import sys
from pathlib import Path

INCLUDE = re.compile(r'^#include "([^"]+)"\n', re.M)
# Comments and literals, which stay as they are; members, which keep their names; names.
TOKEN = re.compile(
    r'(?P<keep>/\*.*?\*/|//[^\n]*|"(?:\\.|[^"\\])*"|\'(?:\\.|[^\'\\])*\''
    r'|(?:\.|->)\s*[A-Za-z_]\w*)'
    r'|\b(?P<kind>struct|union|enum)\s+(?P<tag>[A-Za-z_]\w*)'
    r'|(?P<name>[A-Za-z_]\w*)', re.S)


def own_names(text):
    """The names and the tags that a source does not share."""
    text = re.sub(r'/\*.*?\*/', ' ', text, flags=re.S)
    text = re.sub(r'__attribute__\(\(.*?\)\)', ' ', text)
    names = set(re.findall(r'^#define (\w+)', text, re.M))
    names |= set(re.findall(r'^static\b[^;{}()=\[]*?\b(\w+)\s*[(\[=;]', text, re.M))
    for body in re.findall(r'\benum\s*\w*\s*\{([^}]*)\}', text):
        names |= set(re.findall(r'(?:^|,)\s*(\w+)', body))
    return names, set(re.findall(r'\b(?:struct|union|enum)\s+(\w+)\s*\{', text))


def rename(text, stem):
    names, tags = own_names(text)

    def new(match):
        name, tag = match.group('name'), match.group('tag')
        if tag in tags:
            return f'{match.group("kind")} {stem}_{tag}'
        return f'{stem}_{name}' if name in names else match.group()
    return TOKEN.sub(new, text)


class Joiner:
    """Puts headers in the place of the first lines that include them."""

    def __init__(self, roots):
        self.roots = roots
        self.seen = set()

    def header(self, name):
        if name in self.seen:
            return ''
        self.seen.add(name)
        for root in self.roots:
            if (root / name).exists():
                return self.join((root / name).read_text())
        sys.exit(f'amalgamate: no {name} in {", ".join(map(str, self.roots))}')

    def join(self, text):
        return INCLUDE.sub(lambda m: self.header(m.group(1)), text)


def main():
    if len(sys.argv) != 3:
        sys.exit('usage: amalgamate.py TOP OUT')
    top, out = Path(sys.argv[1]), Path(sys.argv[2])
    include, src = top / 'include', top / 'src'
    public = Joiner([include])
    heading = ('/* Pemble in two files, made from its sources by tools/dist/amalgamate.py: {}.\n'
               ' * Licence: LICENSE; of the smooth fonts: smooth-LICENSE.txt. */\n')
    names = sorted(f'pemble/{path.name}' for path in (include / 'pemble').glob('*.h'))
    header = public.header('pemble/pemble.h') + ''.join(public.header(name) for name in names)
    (out / 'pemble.h').write_text(heading.format('the interface') + header)
    private = Joiner([src])
    private.seen = public.seen
    parts = [heading.format('the core'), '#include "pemble.h"\n']
    for path in sorted(src.rglob('*.c'), key=lambda p: (p.parent.name == 'fonts', str(p))):
        text = path.read_text()
        # Headers come before, with the names that they have.
        headers = ''.join(private.header(name) for name in INCLUDE.findall(text))
        parts.append(f'\n/* ---- {path.relative_to(top)} ---- */\n{headers}'
                     + rename(INCLUDE.sub('', text), path.stem))
    (out / 'pemble.c').write_text(''.join(parts))


main()
