/* A stand-in: what the port uses of Zephyr's drivers/spi.h. */
#ifndef FAKE_SPI_H
#define FAKE_SPI_H
#include <stddef.h>
#include <stdint.h>
#include <zephyr/device.h>
#define SPI_OP_MODE_MASTER 0u
#define SPI_TRANSFER_MSB   0u
#define SPI_WORD_SET(bits) ((bits) << 5)
#define SPI_MODE_CPOL      2u
#define SPI_MODE_CPHA      4u
struct spi_config {
    uint32_t frequency;
    uint32_t operation;
};
struct spi_buf {
    void *buf;
    size_t len;
};
struct spi_buf_set {
    const struct spi_buf *buffers;
    size_t count;
};
int spi_transceive(const struct device *device, const struct spi_config *config,
                   const struct spi_buf_set *tx, const struct spi_buf_set *rx);
#endif
