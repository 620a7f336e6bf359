namespace NeatBore.Core.Engines;

/// <summary>What a shop goes by in place of a Neat Bore default.</summary>
/// <param name="Id">Of the default that it replaces.</param>
/// <param name="Low">The low end, in the base unit; null where the default has none.</param>
/// <param name="High">The high end, likewise.</param>
/// <param name="By">Who set it, by name.</param>
public sealed record HouseRule(string Id, double? Low, double? High, string By);
