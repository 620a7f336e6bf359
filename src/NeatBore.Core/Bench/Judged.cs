using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core.Bench;

/// <summary>What a step's run sheet made of what it looked at: good for as long as none of that changes.</summary>
/// <param name="Looked">All that was looked at.</param>
/// <param name="When">Whether it is done.</param>
/// <param name="Slots">The readings it asks for; none where it is left out.</param>
/// <param name="Now">What it says; null where that was not asked.</param>
/// <param name="ChangedAt">The last entry that changed anything that was looked at.</param>
/// <param name="Compared">The last call that it was held against, and whether both say the same.</param>
internal sealed record Judged(
    Looked Looked,
    Applies When,
    IReadOnlyList<Slot> Slots,
    Judgement? Now,
    long ChangedAt,
    (Guid Call, bool Same)? Compared
);
