/* panels, wiring, probe, symptoms, config and traces, as they are typed. */
#include "shell.h"

#include <stdio.h>

#define PEMBLE BUILD_DIR "/pemble"
#define QUAY   SOURCE_DIR "/assets/quay"

enum { MODULES_AT_LEAST = 60 };

static unsigned number_after(const char *text, const char *words)
{
    const char *at = strstr(text, words);
    return at ? (unsigned)strtoul(at + strlen(words), NULL, 10) : 0;
}

static void panels_lists_modules_and_controllers(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " panels");
    assert_int_equal(o.status, 0);
    static const char *const names[] = {"oled-0.96-i2c",  "oled-0.66",     "tft-1.69",
                                        "tft-round-1.28", "paper-4.2-bwr", "il91874"};
    for (size_t i = 0; i < LENGTH(names); i++)
        assert_says(o.out, names[i]);
    /* As JSON it is read back by a parser of its own. */
    const struct outcome j =
        shell(PEMBLE " panels --json > list.json && " BUILD_DIR "/test-json list.json");
    if (j.status)
        fail_msg("%s", j.err);
    assert_says(j.out, "modules ");
    assert_in_range(number_after(j.out, "controllers "), 36, 999);
}

/* Words choose the lines that have all of them, in any case and order. */
static void panels_are_found_by_words(void **state)
{
    (void)state;
    struct outcome o = shell(PEMBLE " panels ROUND");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "tft-round-1.28");
    assert_null(strstr(o.out, "tft-1.8"));
    assert_null(strstr(o.out, "Controllers"));
    o = shell(PEMBLE " panels 128x64 i2c");
    assert_says(o.out, "oled-1.3-i2c");
    assert_says(o.out, "Controllers");
    assert_null(strstr(o.out, "oled-1.3-spi"));
    assert_null(strstr(o.out, "  pcd8544"));
    o = shell(PEMBLE " panels gc9a01 --json > list.json && " BUILD_DIR "/test-json list.json");
    assert_says(o.out, "modules 1");
    assert_says(o.out, "controllers 1");
    o = shell(PEMBLE " panels round i2c");
    assert_int_equal(o.status, 1);
    assert_says(o.err, "nothing is known that has all of: round i2c");
    assert_string_equal(o.out, "");
}

/* Every module's name alone is a complete configuration, and its card has no complaints. */
static void every_module_works_by_its_name_alone(void **state)
{
    (void)state;
    const struct outcome o = shell(
        "for m in $(" PEMBLE " panels | sed -n '/^Modules/,/^Controllers/p' | "
        "awk '/[0-9]x[0-9]/ {print $1}'); do printf '[panel]\\nmodule = %%s\\n' $m > m.ini; " PEMBLE
        " card m.ini -o m.png || exit 1; test -s m.png || exit 1; done");
    assert_int_equal(o.status, 0);
    assert_string_equal(o.err, "");
    unsigned cards = 0, clean = 0;
    for (const char *at = o.out; (at = strstr(at, "test card of")) != NULL; at++)
        cards++;
    for (const char *at = o.out; (at = strstr(at, "complaints: 0")) != NULL; at++)
        clean++;
    assert_in_range(cards, MODULES_AT_LEAST, 999);
    assert_int_equal(clean, cards);
}

/* A size that no glass has would lie at 0,0 without a word. */
static void an_unknown_glass_is_a_note(void **state)
{
    (void)state;
    write_file("u.ini", "[panel]\ncontroller = st7789\nsize = 200x240\n");
    const struct outcome o = shell(PEMBLE " card u.ini -o u.png");
    assert_int_equal(o.status, 0);
    assert_says(o.err, "u.ini:3: note: 200x240 is no glass that we know of the ST7789");
    assert_says(o.err, "170x320");
    write_file("u.ini", "[panel]\ncontroller = st7789\nsize = 200x240\noffset = 20,0\n");
    assert_string_equal(shell(PEMBLE " card u.ini -o u.png").err, "");
}

static void wiring_names_every_label(void **state)
{
    (void)state;
    const struct outcome o = shell(PEMBLE " wiring " QUAY "/kiosk.ini -o k.svg");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "SDA, DIN, MOSI, SI, SDI, SID, DN, D1  GP19");
    assert_says(o.out, "DC, A0, RS, D/C, DI, D/I              GP20");
    assert_says(o.out, "try 3.3 V first");
    assert_null(strstr(o.out, "(may be left off)")); /* a backlight is dark without its wire */
    assert_says(o.out, "0x3c (0x78 on an 8-bit silk screen)");
    assert_says(o.out, "a supply that is swapped destroys it");
    /* The drawing is well-formed XML, to a parser that is not ours. */
    const struct outcome svg = shell("xmllint --noout k.svg && grep -c '<line' k.svg");
    assert_int_equal(svg.status, 0);
    assert_string_equal(svg.out, "12\n");
}

static void wiring_warns_of(const char *config, const char *warning)
{
    write_file("w.ini", config);
    const struct outcome o = shell(PEMBLE " wiring w.ini");
    assert_int_equal(o.status, 0);
    assert_says(o.out, warning);
}

static void wiring_warns_before_damage(void **state)
{
    (void)state;
    wiring_warns_of("[board]\nmcu=rp2040\n[panel]\nmodule=tft-1.8\n[pins]\nscl=GP9\n",
                    "scl of spi 0 on the RP2040 can only be GP2, GP6, GP18, GP22, not GP9; with "
                    "'type = softspi' it may be any pin");
    wiring_warns_of("[board]\nmcu=atmega328p\n[panel]\nmodule=oled-0.66\n[pins]\nsda=A3\n",
                    "sda of i2c 0 on the ATmega328P can only be A4, not A3");
    wiring_warns_of("[board]\nmcu=atmega328p\n[panel]\nmodule=lcd-1.6\n", "put a level shifter");
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\nmodule=lcd-3.0-parallel\n",
                    "is supplied with 5 V, which must not reach a pin of the ESP32: connect R/W to "
                    "ground");
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\nmodule=tft-2.8-parallel\n",
                    "connect RD to 3.3 V");
    wiring_warns_of("[board]\nmcu=atmega328p\n[panel]\nmodule=tft-1.8\n",
                    "may be supplied with 5 V, but most of these modules pass signals straight "
                    "through");
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\nmodule=tft-1.8\n[pins]\ndc=GPIO35\n",
                    "dc is on GPIO35, which is an input only");
    wiring_warns_of("[board]\nmcu=linux40\n[panel]\nmodule=tft-1.8\n[pins]\ndc=27\nreset=27\n",
                    "GPIO27 is taken twice: dc of tft-1.8 and reset of tft-1.8");
    wiring_warns_of("[board]\nmcu=esp8266\n[panel a]\nmodule=tft-1.8\n[panel "
                    "b]\nmodule=lcd-1.6\n[pins]\ncs=GPIO15\n",
                    "a and b share one bus and one select, GPIO15");
    wiring_warns_of("[panel a]\nmodule=oled-0.96-i2c\n[panel b]\nmodule=oled-0.91-i2c\n",
                    "a and b have the same address 0x3c on one bus");
}

static void every_pin_of_an_i2c_unit_is_known(void **state)
{
    (void)state;
    static const char *const buses[] = {"sda=GP28\n", "sda=GP22\n[bus]\nunit=1\n"};
    for (size_t i = 0; i < LENGTH(buses); i++) {
        char config[120];
        snprintf(config, sizeof config,
                 "[board]\nmcu=rp2040\n[panel]\nmodule=oled-0.96-i2c\n[pins]\n%s", buses[i]);
        write_file("w.ini", config);
        const struct outcome o = shell(PEMBLE " wiring w.ini");
        assert_int_equal(o.status, 0);
        assert_null(strstr(o.out, "can only be"));
    }
}

/* OLED modules print D0 and D1 for the clock and the data of SPI. */
static void serial_modules_print_d0_and_d1(void **state)
{
    (void)state;
    wiring_warns_of("[panel]\nmodule=oled-0.96-spi\n[bus]\ntype=softspi\n[pins]\nd0=51\nd1=52\n",
                    "SCL, CLK, SCK, SCLK, D0               51       clock");
    assert_says(shell(PEMBLE " wiring w.ini").out, "DN, D1  52       data");
    wiring_warns_of("[board]\nmcu=rp2040\n[panel]\nmodule=oled-0.96-spi\n[pins]\nd0=GP9\n",
                    "scl of spi 0 on the RP2040 can only be");
    wiring_warns_of("[board]\nmcu=rp2040\n[panel]\nmodule=tft-1.8\n[pins]\nsdo=GP16\n",
                    "(may be left off)");
    write_file("w.ini", "[panel]\nmodule=oled-0.96-spi\n[pins]\nd0=51\nscl=52\n");
    const struct outcome o = shell(PEMBLE " wiring w.ini");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "[pins] d0 and scl are one wire on spi");
}

/* What is tied to a level, because nothing else drives it. */
static void wiring_ties_what_has_no_pin(void **state)
{
    (void)state;
    wiring_warns_of(
        "[panel]\nmodule=tft-1.8\n",
        "BL, BLK, LED, LIGHT, LED+, A          3V3      backlight; open, the glass is dark");
    wiring_warns_of(
        "[panel]\nmodule=lcd-2.2\n",
        "BL, BLK, LED, LIGHT, LED+, A          3V3      backlight; open, the glass is dark");
    wiring_warns_of("[panel]\nmodule=tft-1.8\n[pins]\nbacklight=44\n",
                    "BL, BLK, LED, LIGHT, LED+, A          44       backlight");
    wiring_warns_of(
        "[panel]\nmodule=tft-2.8-parallel\n[pins]\nread=none\n",
        "RD, RW, R/W                           3V3      high: at ground the panel drives the "
        "data lines");
    wiring_warns_of("[panel]\nmodule=lcd-3.0-parallel\n[pins]\nread=none\n",
                    "RD, RW, R/W                           GND      ground: only written to");
    /* A panel of 5 V may not drive a board of 3.3 V, unless the file says so. */
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\nmodule=lcd-3.0-parallel\n",
                    "RD, RW, R/W                           GND      ground: only written to");
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\nmodule=lcd-3.0-parallel\n[pins]\nread=GPIO14\n",
                    "RD, RW, R/W                           GPIO14   read");
    wiring_warns_of("[board]\nmcu=esp32\n[panel]\ncontroller=ks0108\nsize=128x64\n",
                    "RD, RW, R/W                           GND      ground: only written to");
    /* An SPI module that was made an I2C one has pins that must not float. */
    wiring_warns_of("[board]\nmcu=rp2040\n[panel]\nmodule=oled-2.42-i2c\n",
                    "CS, CE, SS, CS1, CSA, SCE             GND      select, always low");
    const struct outcome large = shell(PEMBLE " wiring w.ini");
    assert_says(large.out, "DC, A0, RS, D/C, DI, D/I              GND      address: low is 0x3c");
    assert_says(large.out, "RES, RST, RESET, RSTB                 GP21     reset, low\n");
    wiring_warns_of("[panel]\nmodule=oled-2.42-i2c\n[bus]\naddress=0x3d\n",
                    "DC, A0, RS, D/C, DI, D/I              3V3      address: high is 0x3d");
    assert_null(strstr(shell(PEMBLE " wiring " QUAY "/gangway.ini").out, "BLK"));
    write_file("w.ini", "[panel]\nmodule=oled-0.96-spi\n");
    const struct outcome o = shell(PEMBLE " wiring w.ini");
    assert_null(strstr(o.out, "BLK"));
    assert_null(strstr(o.out, "R/W"));
}

#define TWO "[board]\nmcu=rp2040\n[panel a]\nmodule=tft-1.8\n[panel b]\nmodule=tft-2.0\n"

/* Each of two panels on one bus has a reset and a select of its own, unless the file says
 * otherwise; then the second leaves the reset alone. */
static void two_panels_on_one_bus_both_work(void **state)
{
    (void)state;
    write_file("two.ini", TWO);
    struct outcome o = shell(PEMBLE " card two.ini -o two.png");
    assert_int_equal(o.status, 0);
    assert_null(strstr(o.out, "loses its setup"));
    o = shell(PEMBLE " config two.ini --as c");
    assert_says(o.out, ".reset = PMB_PIN(21)");
    assert_null(strstr(strstr(o.out, ".reset = PMB_PIN(21)") + 4, ".reset = PMB_PIN(21)"));
    assert_null(strstr(o.out, "No .reset"));
    assert_null(strstr(shell(PEMBLE " wiring two.ini").out, "share"));

    write_file("two.ini", TWO "[pins]\nreset=GP21\n");
    o = shell(PEMBLE " config two.ini --as c");
    assert_says(o.out, "No .reset: opening a, which comes first");
    assert_null(strstr(strstr(o.out, ".reset = PMB_PIN(21)") + 4, ".reset = "));
    assert_says(shell(PEMBLE " wiring two.ini").out, "a and b share the reset GP21");
    o = shell(PEMBLE " card two.ini -o two.png --only b");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "complaints: 0");
}

static void configurations_are_refused(void **state)
{
    (void)state;
    static const struct {
        const char *text, *said;
    } wrongs[] = {
        {"[panel]\nmodule=oled-9\n",
         "[panel] module = oled-9: possible is oled-0.42-i2c, oled-0.49-i2c"},
        {"[panel]\nmodule=tft-1.69\noffset=0,50\n", "it may be at most 0,40"},
        {"[panel]\nmodule=tft-1.69\n[bus]\ntype=i2c\n",
         "[bus] type = i2c: the ST7789 has only spi"},
        {"[panel]\nmodule=lcd-1.6\n[bus]\nspeed=5MHz\n",
         "allows at most 4000 kHz on spi; overclock"},
        {"[panel]\nmodule=lcd-1.6\nbias=1/12\n", "possible is 1/4 to 1/11"},
        {"[panel]\nmodule=tft-1.8\ncontrast=9\n",
         "the ST7735 cannot be opened like that: contrast is not possible"},
        {"[panel]\nmodule=paper-1.54-bwr\nrefresh=partial\n",
         "refresh is not possible as it is given"},
        {"[board]\nmcu=z80\n[panel]\nmodule=tft-1.8\n",
         "[board] mcu = z80: possible is atmega328p"},
        {"[board]\nmcu=rp2040\n[panel]\nmodule=tft-1.8\n[pins]\ndc=GP23\n",
         "possible is none, or a pin of the RP2040: GP0-GP22, GP26-GP28"},
        {"[board]\nmcu=esp8266\n[panel]\nmodule=tft-1.8\n[bus]\nunit=1\n", "has no spi unit"},
        {"[panel]\nmodule=tft-1.8\n[pins]\ndc=none\n", "[pins] dc = none: a panel on spi needs"},
        {"[panel x]\nmodule=tft-1.8\nbus=side\n", "there is no section [bus side]"},
        {"[panel]\nmodule=tft-1.8\n[faults]\nswap=dc\n", "possible is two wires of sda"},
        {"[panel]\nmodule=tft-1.8\n[faults]\nstuck=dc maybe\n", "a wire, and low or high"},
    };
    for (size_t i = 0; i < LENGTH(wrongs); i++) {
        write_file("bad.ini", wrongs[i].text);
        const struct outcome o = shell(PEMBLE " card bad.ini -o bad.png");
        if (o.status != 2)
            fail_msg("ended with %d:\n%s", o.status, wrongs[i].text);
        assert_says(o.err, wrongs[i].said);
    }
}

static struct outcome probe(const char *believed, const char *real)
{
    write_file("believed.ini", believed);
    write_file("real.ini", real);
    return shell(PEMBLE " probe believed.ini --bench real.ini");
}

static void probe_ends_in_a_verdict(void **state)
{
    (void)state;
    static const char oled[] = "[panel]\nmodule=oled-0.96-i2c\n[pins]\nreset=9\n";
    static const char tft[] = "[panel]\nmodule=tft-2.0\n", paper[] = "[panel]\nmodule=paper-1.54\n";
    static const struct {
        const char *believed, *real, *verdict;
        int status;
    } cases[] = {
        {oled, "[panel]\nmodule=oled-0.96-i2c\n", "the panel answers and takes its setup", 0},
        {oled, "[panel]\nmodule=oled-0.96-i2c\n[faults]\nmute=yes\n", "nothing answers", 3},
        {oled, "[panel]\nmodule=oled-0.96-i2c\n[faults]\nswap=sda scl\n", "nothing answers", 3},
        {oled, "[panel]\nmodule=oled-0.96-i2c\n[faults]\nstuck=sda low\n", "everything answers", 3},
        {oled, "[panel]\nmodule=oled-0.96-i2c\n[faults]\nstuck=scl low\n", "SDA or SCL is held low",
         3},
        {oled, "[panel]\nmodule=oled-0.96-i2c\naddress=0x3d\n", "another address than configured",
         3},
        {oled, "[panel]\nmodule=oled-0.96-i2c\n[pins]\nreset=9\n[faults]\nstuck=reset low\n",
         "the reset wire (9) stays low", 3},
        {tft, tft, "is the one that is configured", 0},
        {tft, "[panel]\nmodule=tft-2.8\n", "an ID of another controller: 009341h is an ILI9341", 3},
        {tft, "[panel]\nmodule=tft-2.0\n[faults]\nswap=dc cs\n", "are exchanged", 3},
        {tft, "[panel]\nmodule=tft-2.0\n[faults]\ncut=scl\n", "says nothing when its ID is read",
         3},
        {tft, "[panel]\nmodule=tft-2.0\n[faults]\nstuck=dc high\n", "the dc wire (7) stays high",
         3},
        {paper, paper, "its busy line follows a refresh", 0},
        {paper, "[panel]\nmodule=paper-1.54\n[faults]\nstuck=busy high\n", "never comes free", 3},
        {paper, "[panel]\nmodule=paper-1.54\n[faults]\nstuck=busy low\n", "never moves", 3},
        {"[panel]\nmodule=lcd-3.0-parallel\n", "[panel]\nmodule=lcd-3.0-parallel\n",
         "its busy flag comes free", 0},
        {"[panel]\nmodule=lcd-1.6\n", "[panel]\nmodule=lcd-1.6\n", "nothing that could be read", 0},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        const struct outcome o = probe(cases[i].believed, cases[i].real);
        assert_says(o.out, cases[i].verdict);
        assert_says(o.out, "\nnext:    ");
        if (o.status != cases[i].status)
            fail_msg("ended with %d: %s", o.status, o.out);
    }
    /* Bit by bit and in parallel the ID is read as well. */
    static const char soft[] = "[panel]\nmodule=tft-2.0\n[bus]\ntype=softspi\n[pins]\nsdo=30\n";
    assert_says(probe(soft, soft).out, "is the one that is configured");
    static const char wide[] = "[panel]\nmodule=tft-2.8-parallel\n[pins]\nrd=31\n";
    assert_says(probe(wide, wide).out, "is the one that is configured");
    const struct outcome o = probe(oled, "[panel]\nmodule=oled-0.96-i2c\naddress=0x3d\n");
    assert_says(o.out, "0x3d answers; a silk screen in 8-bit form says 0x7a");
    assert_says(o.out, "write 'address = 0x3d' into believed.ini");
}

/* The tiles of a sheet, cut out and compared: each mistake has a look of its own. */
static void symptoms_look_different(const char *module, const char *mends)
{
    char config[80];
    snprintf(config, sizeof config, "[panel]\nmodule=%s\n", module);
    write_file("s.ini", config);
    const struct outcome o = shell(PEMBLE " symptoms s.ini -o s.png");
    assert_int_equal(o.status, 0);
    for (const char *at = mends; *at; at += strspn(at, ";")) {
        char mend[60];
        snprintf(mend, sizeof mend, "%.*s", (int)strcspn(at, ";"), at);
        assert_says(o.out, mend);
        at += strcspn(at, ";");
    }
    const struct outcome tiles = shell(BUILD_DIR "/test-tiles s.png");
    if (tiles.status)
        fail_msg("%s: %s", module, tiles.err);
}

static void every_symptom_is_told_from_the_others(void **state)
{
    (void)state;
    symptoms_look_different("oled-1.3-i2c", "offset = 2,0;com = alternative;mirror = no;rotate = 0;"
                                            "invert = no;controller = sh1106;size = 128x64;"
                                            "contrast = 128;call pmb_panel_wake()");
    symptoms_look_different("tft-1.69", "offset = 0,20;colors = rgb;[pins] dc and cs;"
                                        "[bus] speed: a lower one;controller = st7789");
    symptoms_look_different("tft-1.8", "offset = 2,1;controller = st7735");
    symptoms_look_different("tft-1.44", "offset = 2,3;BLK to 3.3 V, or to its pin");
    /* Two of these are black: another controller, and asleep. */
    assert_says(shell("printf '[panel]\\nmodule = oled-color-1.5\\n' > s.ini; " PEMBLE
                      " symptoms s.ini -o s.png")
                    .out,
                "equal currents: green    three currents: 8A 51 8A");
    symptoms_look_different("lcd-1.6", "contrast = 128;mirror = no");
    symptoms_look_different("paper-2.13-bwr", "rotate = 90;controller = ssd1680-red");
    symptoms_look_different("oled-grey-3.12", "offset = 112,0;invert = no;controller = ssd1322");
}

static void a_configuration_becomes_c_that_works(void **state)
{
    (void)state;
    /* Every module, compiled with all warnings, and the one of the quay run on the bench. */
    const struct outcome o = shell(
        "n=0; for m in $(" PEMBLE " panels | sed -n '/^Modules/,/^Controllers/p' | "
        "awk '/[0-9]x[0-9]/ {print $1}'); do n=$((n+1)); "
        "printf '[panel p%%s]\\nmodule = %%s\\n' $n $m > m.ini; " PEMBLE
        " config m.ini --as c > p$n.c || exit 1; echo \"extern const void *const u$n; const void "
        "*const u$n = &p$n;\" >> p$n.c; cc -std=c11 -Wall -Wextra -Wpedantic -Werror -c "
        "-I " SOURCE_DIR "/include p$n.c -o p.o || exit 1; done; echo $n");
    if (o.status)
        fail_msg("%s", o.err);
    assert_in_range(strtol(o.out, NULL, 10), MODULES_AT_LEAST, 999);
    const struct outcome c = shell(PEMBLE " config " QUAY "/kiosk.ini --as c");
    assert_says(c.out, ".hertz = 20000000,");
    assert_says(c.out, ".rotate = PMB_ROTATE_90,");
    assert_int_equal(shell(PEMBLE " config " QUAY "/kiosk.ini").status, 2);
    assert_int_equal(shell(PEMBLE " config " QUAY "/kiosk.ini --as basic").status, 2);
}

static void a_panel_is_chosen_by_its_name(void **state)
{
    (void)state;
    assert_says(shell(PEMBLE " card " QUAY "/kiosk.ini --only berth").out, "SSD1306");
    assert_says(shell(PEMBLE " card " QUAY "/kiosk.ini").out, "ST7789");
    const struct outcome o = shell(PEMBLE " card " QUAY "/kiosk.ini --only boat");
    assert_int_equal(o.status, 2);
    assert_says(o.err, "no panel is called boat; the first is 'kiosk'");
}

static void a_trace_of_a_whole_card_is_decoded(void **state)
{
    (void)state;
    assert_int_equal(shell(PEMBLE " card " QUAY "/gangway.ini --trace card.vcd -o t.png").status,
                     0);
    /* The first command of the driver, and as many data bytes as the picture has. */
    const struct outcome o =
        shell("sigrok-cli -I vcd -i card.vcd -P i2c:scl=i2c0_scl:sda=i2c0_sda -A i2c=data-write > "
              "d.txt && "
              "sed -n 2p d.txt && wc -l < d.txt && sigrok-cli -I vcd -i card.vcd -P "
              "i2c:scl=i2c0_scl:sda=i2c0_sda -A i2c=nack:warnings | wc -l");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "i2c-1: Data write: AE");
    assert_says(o.out, "\n0\n");
    /* Commands with several benches number them. */
    assert_int_equal(shell(PEMBLE " symptoms " QUAY
                                  "/gangway.ini --trace s.vcd && test -s s-9.vcd && " PEMBLE
                                  " probe " QUAY "/gangway.ini --trace p.vcd && test -s p.vcd")
                         .status,
                     0);
    const struct outcome bad = shell(PEMBLE " card " QUAY "/gangway.ini --trace no/card.vcd");
    assert_int_equal(bad.status, 1);
    assert_says(bad.err, "no/card.vcd: No such file or directory");
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(panels_lists_modules_and_controllers),
        cmocka_unit_test(panels_are_found_by_words),
        cmocka_unit_test(every_module_works_by_its_name_alone),
        cmocka_unit_test(an_unknown_glass_is_a_note),
        cmocka_unit_test(wiring_names_every_label),
        cmocka_unit_test(wiring_warns_before_damage),
        cmocka_unit_test(wiring_ties_what_has_no_pin),
        cmocka_unit_test(serial_modules_print_d0_and_d1),
        cmocka_unit_test(every_pin_of_an_i2c_unit_is_known),
        cmocka_unit_test(two_panels_on_one_bus_both_work),
        cmocka_unit_test(configurations_are_refused),
        cmocka_unit_test(probe_ends_in_a_verdict),
        cmocka_unit_test(every_symptom_is_told_from_the_others),
        cmocka_unit_test(a_configuration_becomes_c_that_works),
        cmocka_unit_test(a_panel_is_chosen_by_its_name),
        cmocka_unit_test(a_trace_of_a_whole_card_is_decoded),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
