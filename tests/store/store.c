/* Records that survive a power cut: in memory that loses power at any byte. */
#include "crc.h"
#include "test.h"

enum { ROOM = 64, LONG = 700 }; /* of a slot; and of one for a long record */

/* Two slots; after `left` more bytes the power is off. */
static struct {
    uint8_t bytes[2][LONG];
    long left;
    unsigned written, erased;
    bool flash; /* bytes can only be written where they are erased */
    bool deaf;  /* nothing can be read */
} memory;

static pmb_status read_slot(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    (void)context;
    assert_in_range(offset + count, 1, LONG);
    memcpy(bytes, memory.bytes[slot] + offset, count);
    return memory.deaf ? PMB_ERR_BUS : PMB_OK;
}

static pmb_status erase_slot(void *context, uint8_t slot)
{
    (void)context;
    memory.erased++;
    for (size_t i = 0; i < ROOM; i++) {
        if (memory.left-- <= 0)
            return PMB_ERR_BUS;
        memory.bytes[slot][i] = 0xFF;
    }
    return PMB_OK;
}

static pmb_status write_slot(void *context, uint8_t slot, size_t offset, const void *bytes,
                             size_t count)
{
    (void)context;
    assert_in_range(offset + count, 1, LONG);
    for (size_t i = 0; i < count; i++) {
        if (memory.left-- <= 0)
            return PMB_ERR_BUS;
        uint8_t *at = &memory.bytes[slot][offset + i];
        *at = memory.flash ? *at & ((const uint8_t *)bytes)[i] : ((const uint8_t *)bytes)[i];
        memory.written++;
    }
    return PMB_OK;
}

static const pmb_storage eeprom = {.slot_bytes = ROOM, .read = read_slot, .write = write_slot};
static const pmb_storage flash = {
    .slot_bytes = ROOM, .read = read_slot, .write = write_slot, .erase = erase_slot};

struct settings {
    uint8_t contrast, sound;
    uint16_t limit;
    char name[20];
};

static const struct settings defaults = {.contrast = 128, .limit = 350, .name = "East"};

static void begin(bool is_flash, uint8_t filled)
{
    memset(&memory, 0, sizeof memory);
    memset(memory.bytes, filled, sizeof memory.bytes);
    memory.left = 1000000;
    memory.flash = is_flash;
}

static struct settings settings_of(unsigned n)
{
    struct settings s = defaults;
    s.contrast = (uint8_t)n;
    s.limit = (uint16_t)(n * 77);
    s.name[0] = (char)('A' + n % 26);
    return s;
}

static void what_was_saved_last_is_loaded(void **state)
{
    (void)state;
    for (int k = 0; k < 4; k++) {
        begin(k % 2, k < 2 ? 0xFF : 0x00);
        const pmb_storage *storage = k % 2 ? &flash : &eeprom;
        struct settings loaded = defaults;
        uint8_t version = 77;
        if (k == 3) /* flash that was never erased */
            assert_int_equal(erase_slot(NULL, 0) | erase_slot(NULL, 1), PMB_OK);
        assert_int_equal(pmb_store_load(storage, &version, &loaded, sizeof loaded), PMB_ERR_DATA);
        assert_memory_equal(&loaded, &defaults, sizeof loaded);
        assert_int_equal(version, 77);
        for (unsigned n = 0; n < 70000; n += n < 600 ? 1 : 997) { /* the sequence wraps */
            const struct settings saved = settings_of(n);
            assert_int_equal(pmb_store_save(storage, (uint8_t)n, &saved, sizeof saved), PMB_OK);
            assert_int_equal(pmb_store_load(storage, &version, &loaded, sizeof loaded), PMB_OK);
            assert_memory_equal(&loaded, &saved, sizeof loaded);
            assert_int_equal(version, (uint8_t)n);
        }
    }
}

/* What docs/formats.md says: programs of later versions read it. */
static void the_format_is_as_documented(void **state)
{
    (void)state;
    static const uint8_t record[] = {9, 8, 7};
    begin(false, 0xFF);
    assert_int_equal(pmb_store_save(&eeprom, 5, record, sizeof record), PMB_OK);
    const uint8_t *copy = memory.bytes[0][0] == 'P' ? memory.bytes[0] : memory.bytes[1];
    const uint8_t checked[] = {'P', 'S', 1, 5, 3, 0, copy[6], copy[7], 9, 8, 7};
    const uint32_t crc = crc_of(checked, sizeof checked);
    assert_memory_equal(copy, checked, 8);
    for (int i = 0; i < 4; i++)
        assert_int_equal(copy[8 + i], (uint8_t)(crc >> 8 * i));
    assert_memory_equal(copy + 12, record, sizeof record);
}

/* The size of a record has two bytes. */
static void records_may_be_long(void **state)
{
    (void)state;
    uint8_t record[600], loaded[600], version;
    pmb_storage large = eeprom;
    large.slot_bytes = LONG;
    begin(false, 0xFF);
    for (size_t size = 0; size <= sizeof record; size += 60) {
        memset(record, (int)(size / 3), sizeof record);
        assert_int_equal(pmb_store_save(&large, 1, record, size), PMB_OK);
        memset(loaded, 0, sizeof loaded);
        assert_int_equal(pmb_store_load(&large, &version, loaded, size), PMB_OK);
        assert_memory_equal(loaded, record, size);
        if (size >= 60)
            assert_int_equal(memory.bytes[size / 60 % 2][4] | memory.bytes[size / 60 % 2][5] << 8,
                             size);
    }
}

static void sequences_wrap(void **state)
{
    (void)state;
    begin(false, 0xFF);
    struct settings loaded = defaults;
    for (unsigned n = 0; n < 140000; n++) {
        const struct settings saved = settings_of(n);
        memory.left = 1000;
        assert_int_equal(pmb_store_save(&eeprom, 1, &saved, sizeof saved), PMB_OK);
        if (n % 1000 == 0 || (n & 0x7FFF) < 3) {
            assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, sizeof loaded), PMB_OK);
            assert_memory_equal(&loaded, &saved, sizeof loaded);
        }
    }
}

/* The power goes off at each byte in turn, and the next save succeeds. */
static void a_power_cut_leaves_the_old_record_or_the_new_one(void **state)
{
    (void)state;
    for (int k = 0; k < 2; k++) {
        const pmb_storage *storage = k ? &flash : &eeprom;
        begin(k, 0xFF);
        unsigned olds = 0, news = 0;
        for (unsigned n = 1; n < 400; n++) {
            const struct settings old = settings_of(n), new = settings_of(n + 1000);
            struct settings loaded = defaults;
            memory.left = 1000000;
            assert_int_equal(pmb_store_save(storage, 1, &old, sizeof old), PMB_OK);
            memory.left = n % 120;
            const pmb_status status = pmb_store_save(storage, 2, &new, sizeof new);
            memory.left = 1000000;
            assert_int_equal(pmb_store_load(storage, NULL, &loaded, sizeof loaded), PMB_OK);
            const bool is_old = memcmp(&loaded, &old, sizeof old) == 0;
            const bool is_new = memcmp(&loaded, &new, sizeof new) == 0;
            assert_true(is_old || is_new);
            assert_true(status != PMB_OK || is_new);
            olds += is_old;
            news += is_new;
        }
        assert_true(olds > 50 && news > 50);
    }
}

static void the_same_record_is_not_written_again(void **state)
{
    (void)state;
    begin(false, 0xFF);
    struct settings s = defaults;
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, sizeof s), PMB_OK);
    const unsigned before = memory.written;
    assert_int_equal(before, sizeof s + PMB_STORE_EXTRA);
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, sizeof s), PMB_OK);
    assert_int_equal(memory.written, before);
    assert_int_equal(pmb_store_save(&eeprom, 2, &s, sizeof s), PMB_OK);
    assert_true(memory.written > before);
}

/* An older program saved fewer fields, a newer one more. */
static void records_of_other_versions_are_read(void **state)
{
    (void)state;
    begin(false, 0xFF);
    struct settings s = settings_of(5), loaded = defaults;
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, offsetof(struct settings, name)), PMB_OK);
    assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, sizeof loaded), PMB_OK);
    assert_int_equal(loaded.contrast, 5);
    assert_string_equal(loaded.name, "East"); /* its default */
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, sizeof s), PMB_OK);
    loaded = defaults;
    assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, 2), PMB_OK);
    assert_int_equal(loaded.contrast, 5);
    assert_int_equal(loaded.limit, defaults.limit);
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, 0), PMB_OK); /* an empty one */
    assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, sizeof loaded), PMB_OK);
}

/* Whatever is in the memory, what is loaded was saved. */
static void damaged_bytes_are_never_loaded(void **state)
{
    (void)state;
    begin(false, 0xFF);
    const struct settings old = settings_of(1), new = settings_of(2);
    assert_int_equal(pmb_store_save(&eeprom, 1, &old, sizeof old), PMB_OK);
    assert_int_equal(pmb_store_save(&eeprom, 1, &new, sizeof new), PMB_OK);
    const size_t used = sizeof old + PMB_STORE_EXTRA;
    for (size_t bit = 0; bit < used * 8; bit++) {
        struct settings loaded = defaults;
        memory.bytes[1][bit / 8] ^= (uint8_t)(1 << bit % 8);
        assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, sizeof loaded), PMB_OK);
        assert_memory_equal(&loaded, &old, sizeof loaded);
        memory.bytes[1][bit / 8] ^= (uint8_t)(1 << bit % 8);
    }
    uint32_t seed = 9;
    for (int i = 0; i < 20000; i++) {
        struct settings loaded = defaults;
        for (size_t k = 0; k < sizeof memory.bytes; k++) {
            seed = seed * 1664525u + 1013904223u;
            ((uint8_t *)memory.bytes)[k] = (uint8_t)(seed >> 24);
        }
        memcpy(memory.bytes[i % 2], "PS\1", 3);
        assert_int_equal(pmb_store_load(&eeprom, NULL, &loaded, sizeof loaded), PMB_ERR_DATA);
        assert_memory_equal(&loaded, &defaults, sizeof loaded);
    }
}

static void what_cannot_be_is_refused(void **state)
{
    (void)state;
    begin(false, 0xFF);
    struct settings s = defaults;
    char large[ROOM] = "";
    pmb_storage none = eeprom;
    none.write = NULL;
    assert_int_equal(pmb_store_save(&none, 1, &s, sizeof s), PMB_ERR_ARGUMENT);
    none.read = NULL;
    assert_int_equal(pmb_store_load(&none, NULL, &s, sizeof s), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_load(NULL, NULL, &s, sizeof s), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_save(&eeprom, 1, NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_save(&eeprom, 1, large, ROOM - PMB_STORE_EXTRA + 1),
                     PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_save(&eeprom, 1, large, ROOM - PMB_STORE_EXTRA), PMB_OK);
    none = eeprom;
    none.slot_bytes = PMB_STORE_EXTRA - 1;
    assert_int_equal(pmb_store_load(&none, NULL, &s, sizeof s), PMB_ERR_ARGUMENT);
    memory.deaf = true;
    const unsigned before = memory.written;
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, sizeof s), PMB_ERR_BUS);
    assert_int_equal(memory.written, before); /* it might have been the only copy */
    assert_int_equal(pmb_store_load(&eeprom, NULL, &s, sizeof s), PMB_ERR_BUS);
}

/* A record that cannot be read to its end is not there, and what is read beyond it does not count.
 */
static pmb_status read_heads(void *context, uint8_t slot, size_t offset, void *bytes, size_t count)
{
    return offset > 0 ? PMB_ERR_BUS : read_slot(context, slot, offset, bytes, count);
}

static void what_cannot_be_read_whole_is_told(void **state)
{
    (void)state;
    begin(false, 0xFF);
    struct settings s = defaults;
    char none = 'x';
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, sizeof s), PMB_OK);
    pmb_storage broken = eeprom;
    broken.read = read_heads;
    assert_int_equal(pmb_store_load(&broken, NULL, &s, sizeof s), PMB_ERR_BUS);
    assert_int_equal(pmb_store_save(&broken, 1, &s, sizeof s), PMB_ERR_BUS);
    assert_int_equal(pmb_store_load(&eeprom, NULL, NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_load(&eeprom, NULL, &none, 0), PMB_OK);
    assert_int_equal(none, 'x');
    assert_int_equal(pmb_store_save(NULL, 1, &s, sizeof s), PMB_ERR_ARGUMENT);
    pmb_storage large = eeprom;
    large.slot_bytes = (size_t)UINT16_MAX + 100;
    assert_int_equal(pmb_store_save(&large, 1, &s, (size_t)UINT16_MAX + 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_store_save(&eeprom, 1, &s, 0), PMB_OK); /* a record of no bytes */
    assert_int_equal(pmb_store_load(&eeprom, NULL, &s, sizeof s), PMB_OK);
    assert_memory_equal(&s, &defaults, sizeof s);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(what_was_saved_last_is_loaded),
        cmocka_unit_test(the_format_is_as_documented),
        cmocka_unit_test(records_may_be_long),
        cmocka_unit_test(sequences_wrap),
        cmocka_unit_test(a_power_cut_leaves_the_old_record_or_the_new_one),
        cmocka_unit_test(the_same_record_is_not_written_again),
        cmocka_unit_test(records_of_other_versions_are_read),
        cmocka_unit_test(damaged_bytes_are_never_loaded),
        cmocka_unit_test(what_cannot_be_is_refused),
        cmocka_unit_test(what_cannot_be_read_whole_is_told),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
