/** For tests alone: the PDF reader wants a method that Node got after version 20. */
const buffers = ArrayBuffer.prototype as { transferToFixedLength?: (this: ArrayBuffer, length?: number) => ArrayBuffer }
buffers.transferToFixedLength ??= function (this: ArrayBuffer, length?: number) {
  return this.slice(0, length ?? this.byteLength)
}
